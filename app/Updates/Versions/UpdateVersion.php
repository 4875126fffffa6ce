<?php

declare(strict_types=1);

namespace App\Updates\Versions;

use App\Platform\Person;
use App\Platform\Record;
use App\Updates\Update;
use Skarvo\Updates\Versions\Version;
use Skarvo\Value\Language;

/**
 * An update in the words of one kind of reader, in one language. What everybody reads in the organisation's own stands in the update
 * itself.
 *
 * @property int $id
 * @property int $update_id
 * @property Version $version
 * @property Language $language
 * @property string $text
 * @property string|null $meanwhile
 * @property string|null $read_by_id who has read it before it went out; null: nobody, it is as it was put together
 *
 * @phpstan-type VersionInput array{version: string, language: string, text: string, meanwhile?: string|null, isRead: bool}
 * @phpstan-type VersionLine array{
 *     version: value-of<Version>, language: value-of<Language>, text: string, meanwhile: string|null, isRead: bool,
 * }
 */
final class UpdateVersion extends Record
{
    protected $table = 'update_versions';

    protected $casts = ['update_id' => 'integer', 'version' => Version::class, 'language' => Language::class];

    /** The language in which updates are written first. */
    public static function own(): Language
    {
        return Language::of(config()->string('skarvo.language')) ?? Language::English;
    }

    /**
     * Keeps the versions with which an update goes out. Call it in the transaction in which it is published.
     *
     * @param  list<VersionInput>  $versions
     */
    public static function keep(Update $update, array $versions, ?Person $by): void
    {
        $rows = [];
        foreach ($versions as $one) {
            $text = trim($one['text']);
            $isThisText = $one['version'] === Version::Everybody->value && $one['language'] === self::own()->value;
            if ($text !== '' && ! $isThisText) {
                $rows[] = [
                    'update_id' => $update->id, 'version' => $one['version'], 'language' => $one['language'], 'text' => $text,
                    'meanwhile' => trim((string) ($one['meanwhile'] ?? '')) ?: null, 'read_by_id' => $one['isRead'] ? $by?->id : null,
                ];
            }
        }
        self::query()->insertOrIgnore($rows);
    }

    /** What is read in place of its text; null: its text. */
    public static function of(Update $update, Version $version, Language $language): ?self
    {
        return self::query()->where('update_id', $update->id)->where('version', $version)->where('language', $language)->first();
    }

    /** @return VersionLine */
    public function toLine(): array
    {
        return [
            'version' => $this->version->value, 'language' => $this->language->value, 'text' => $this->text,
            'meanwhile' => $this->meanwhile,
            'isRead' => $this->read_by_id !== null,
        ];
    }
}
