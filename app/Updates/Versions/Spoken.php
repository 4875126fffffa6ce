<?php

declare(strict_types=1);

namespace App\Updates\Versions;

use App\Platform\Given;
use App\Updates\Contracts\SpeaksUpdates;
use App\Updates\Update;
use Skarvo\Updates\Versions\Version;
use Skarvo\Value\Language;

/** What somebody reads of an update: in their own words and language as far as it was put into them. */
final readonly class Spoken
{
    /** @param  bool  $isMachine  whether nobody has read it in this language: the original stands beside it */
    private function __construct(public string $text, public string $meanwhile = '', public bool $isMachine = false) {}

    public static function of(Update $update, string $language, Version $version = Version::Everybody): self
    {
        $asked = Language::of($language) ?? UpdateVersion::own();
        if ($version !== Version::Everybody) {
            $one = self::version($update, $version, $asked) ?? self::version($update, $version, UpdateVersion::own());
            if ($one !== null) {
                return new self($one->text, '', $asked !== UpdateVersion::own() && $one->language === $asked && $one->read_by_id === null);
            }
        }
        if ($asked === UpdateVersion::own()) {
            return new self($update->text, (string) $update->meanwhile);
        }
        $one = self::version($update, Version::Everybody, $asked);
        if ($one !== null) {
            return new self($one->text, (string) $one->meanwhile, $one->read_by_id === null);
        }
        foreach (Given::all(SpeaksUpdates::class) as $translator) {
            $text = $translator->spoken($update, $asked->value);
            if ($text !== null) {
                return new self($text, '', true);
            }
        }

        return new self($update->text, (string) $update->meanwhile);
    }

    private static function version(Update $update, Version $version, Language $language): ?UpdateVersion
    {
        return $update->versions->first(
            static fn(UpdateVersion $one): bool => $one->version === $version && $one->language === $language,
        );
    }
}
