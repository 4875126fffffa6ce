<?php

declare(strict_types=1);

namespace App\Updates\Outside;

use App\Updates\Versions\UpdateVersion;
use Illuminate\Support\Str;
use Skarvo\Value\Language;

/** Where the public page is, and what its files are called. */
final class PublicAddress
{
    public static function start(): string
    {
        $url = config('skarvo.public_page.url');

        return is_string($url) && $url !== '' ? rtrim($url, '/') : route('status');
    }

    public static function incident(int $id, ?Language $in = null): string
    {
        return self::start().'/'.self::page("incident-$id", $in);
    }

    /** The file of a page: that in the organisation's own language has no language in its name. */
    public static function page(string $name, ?Language $in = null, string $ending = 'html'): string
    {
        return $name.($in === null || $in === UpdateVersion::own() ? '' : ".$in->value").".$ending";
    }

    /**
     * Names of files for names of services or places, unlike each other.
     *
     * @param  list<string>  $names
     * @return array<array-key, string> by name, without the ending
     */
    public static function files(string $kind, array $names): array
    {
        $slugs = array_combine($names, array_map(static fn(string $name): string => Str::slug($name), $names));
        $often = array_count_values($slugs);
        $files = [];
        foreach ($slugs as $name => $slug) {
            $name = (string) $name;
            // What is written the same, or in no Latin letters at all, is told apart by what it is.
            $files[$name] = "$kind-".($slug === '' || $often[$slug] > 1 ? ltrim("$slug-", '-').substr(sha1($name), 0, 8) : $slug);
        }

        return $files;
    }
}
