<?php

declare(strict_types=1);

namespace App\Updates\Outside;

use App\Updates\Versions\GlossaryWords;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;

/**
 * The folder in which the public page stands as plain files, so that any web server shows it while Skarvo is down. Each file is
 * whole at any moment; what is no longer told is taken away.
 */
final class PublicFolder
{
    /** Seconds: what is known of services changes with every alert, and to work it out takes a while in a large estate. */
    private const AT_LEAST_EVERY = 15;

    private const STAMP = '.stamp';

    private const LOCK = '.lock';

    /** Written by Skarvo: others may stand beside them. */
    private const OURS = '/^(?:planned\.ics|(?:index|feed|screen|(?:incident|service|place|screen)-[a-z0-9-]+)\.(?:(?:[a-z]{2}\.)?(?:html|txt)|json|atom))$/D';

    private const BESIDE = ['style.css', 'page.js', 'mark.svg', 'font.woff2'];

    public static function path(): string
    {
        return config()->string('skarvo.public_page.folder');
    }

    /** Whether a name is one that it may have. */
    public static function mayHave(string $name): bool
    {
        return preg_match(self::OURS, $name) === 1 || in_array($name, self::BESIDE, true);
    }

    /**
     * Writes it, if anything was published or decided since it was written, and every few seconds: it says as of when it is.
     *
     * @return int how many files were written
     */
    public static function bringUpToDate(): int
    {
        $stamp = self::stamp();
        if (self::isOf($stamp)) {
            return 0;
        }
        File::ensureDirectoryExists(self::path());
        $lock = @fopen(self::path().'/'.self::LOCK, 'c') ?: throw new \RuntimeException(self::path().' cannot be written to.');
        try {
            // Whoever comes second waits, and finds it done.
            flock($lock, LOCK_EX);
            $files = self::isOf($stamp) ? [] : PublicFiles::of(PublicPage::now());
            if ($files !== []) {
                self::write($files);
                self::put(self::STAMP, $stamp);
            }

            return count($files);
        } finally {
            fclose($lock);
        }
    }

    /** @return string|null what is in a file of it; null where there is none */
    public static function read(string $name): ?string
    {
        $path = self::path()."/$name";

        return self::mayHave($name) && is_file($path) ? (string) file_get_contents($path) : null;
    }

    /** @param  array<string, string>  $files */
    private static function write(array $files): void
    {
        foreach ($files as $name => $content) {
            self::put($name, $content);
        }
        foreach (File::files(self::path()) as $file) {
            if (preg_match(self::OURS, $file->getFilename()) === 1 && ! isset($files[$file->getFilename()])) {
                File::delete($file->getPathname());
            }
        }
        foreach (['style.css', 'page.js'] as $name) {
            self::put($name, File::get(resource_path("views/public/$name")));
        }
        self::put('mark.svg', File::get(public_path('mark.svg')));
        $font = glob(public_path('build/assets/atkinson-hyperlegible-next-latin-wght-normal-*.woff2')) ?: [];
        if ($font !== []) {
            self::put('font.woff2', File::get($font[0]));
        }
    }

    /** Under another name first: whoever reads meanwhile reads the old one, or the new one. */
    private static function put(string $name, string $content): void
    {
        $path = self::path()."/$name";
        if (is_file($path) && md5_file($path) === md5($content)) {
            return;
        }
        if (@file_put_contents("$path.new", $content) !== strlen($content) || ! @rename("$path.new", $path)) {
            throw new \RuntimeException("$path cannot be written.");
        }
    }

    private static function stamp(): string
    {
        $incidents = DB::table('incidents')->selectRaw('count(resolved_at) as resolved, count(merged_into_id) as merged')->first();

        return implode(' ', [
            intdiv(now()->getTimestamp(), self::AT_LEAST_EVERY), (int) DB::table('updates')->max('id'), $incidents?->resolved,
            $incidents?->merged,
            sha1(json_encode([
                DB::table('public_doubts')->orderBy('name')->get(), PublicAddress::start(), config('skarvo.organisation'),
                DB::table('planned_works')->orderBy('id')->pluck('stage', 'id'), GlossaryWords::version(),
            ], JSON_THROW_ON_ERROR)),
        ]);
    }

    /** @phpstan-impure */
    private static function isOf(string $stamp): bool
    {
        $path = self::path().'/'.self::STAMP;

        return is_file($path) && file_get_contents($path) === $stamp;
    }
}
