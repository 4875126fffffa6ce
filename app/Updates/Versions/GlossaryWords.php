<?php

declare(strict_types=1);

namespace App\Updates\Versions;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Setting;
use App\Updates\UpdateEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Updates\Versions\Glossary;
use Skarvo\Value\Language;

/**
 * How names and phrases of the organisation are said in other languages: what stands here is not left to a translator.
 *
 * @phpstan-type GlossaryRow array{phrase: string, in: array<string, string>}
 */
final class GlossaryWords
{
    public const MOST = 300;

    private const SETTING = 'glossary';

    public static function glossary(): Glossary
    {
        return new Glossary(array_column(self::rows(), 'in', 'phrase'), UpdateVersion::own());
    }

    /** @return list<GlossaryRow> */
    public static function rows(): array
    {
        $rows = [];
        foreach (Setting::shown(self::SETTING)->value ?? [] as $phrase => $in) {
            $said = [];
            foreach (is_array($in) ? $in : [] as $code => $words) {
                $said[(string) $code] = is_string($words) ? $words : '';
            }
            $rows[] = ['phrase' => (string) $phrase, 'in' => $said];
        }

        return $rows;
    }

    /**
     * @param  list<string>  $services
     * @return array<array-key, string> names of services in other languages, each with the one that it means
     */
    public static function aliases(array $services): array
    {
        $glossary = self::glossary();
        $aliases = [];
        foreach ($services as $name) {
            foreach (Language::cases() as $language) {
                $said = $glossary->say($name, $language);
                if ($said !== null && $said !== $name) {
                    $aliases[$said] = $name;
                }
            }
        }

        return $aliases;
    }

    public static function version(): int
    {
        return Setting::query()->find(self::SETTING)->version ?? 0;
    }

    /**
     * @param  list<GlossaryRow>  $rows
     *
     * @throws Refused if somebody else changed them meanwhile
     */
    public static function change(array $rows, int $version, Person $by): void
    {
        DB::transaction(static function () use ($rows, $version, $by): void {
            if (self::version() !== $version) {
                throw Refused::because(
                    'Somebody else changed the words meanwhile. Yours are kept in the form; reload the page to see theirs.'
                );
            }
            Setting::query()->updateOrCreate(
                ['id' => self::SETTING], ['value' => array_column($rows, 'in', 'phrase'), 'version' => $version + 1],
            );
            Journal::write(Actor::person($by), UpdateEntry::GlossaryChanged, ['setting', self::SETTING], ['count' => count($rows)]);
        });
    }
}
