<?php

declare(strict_types=1);

namespace App\Updates\Checking;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Setting;
use App\Updates\UpdateEntry;
use Illuminate\Support\Facades\DB;

/**
 * Words of the trade that the organisation does not say to outsiders, and what it says instead.
 *
 * @phpstan-type OutsideWord array{word: string, instead: string}
 */
final class OutsideWords
{
    public const MOST = 200;

    private const SETTING = 'outside-words';

    /** Until somebody says otherwise. */
    private const FIRST = [
        'failover' => 'switch to the spare', 'rollback' => 'return to the version before', 'latency' => 'slowness', 'root cause' => 'cause',
        'mitigation' => 'remedy', 'SLA' => '', 'P1' => '', 'sev-1' => '', 'node' => '', 'cluster' => '', 'packet loss' => 'bad connection',
    ];

    /** @return array<string, string> by word; '': it is only not said */
    public static function all(): array
    {
        $words = [];
        foreach (Setting::shown(self::SETTING)->value ?? self::FIRST as $word => $instead) {
            $words[(string) $word] = is_string($instead) ? $instead : '';
        }

        return $words;
    }

    public static function version(): int
    {
        return Setting::query()->find(self::SETTING)->version ?? 0;
    }

    /**
     * @param  list<OutsideWord>  $words
     *
     * @throws Refused if somebody else changed them meanwhile
     */
    public static function change(array $words, int $version, Person $by): void
    {
        DB::transaction(static function () use ($words, $version, $by): void {
            if (self::version() !== $version) {
                throw Refused::because(
                    'Somebody else changed the words meanwhile. Yours are kept in the form; reload the page to see theirs.'
                );
            }
            Setting::query()->updateOrCreate(
                ['id' => self::SETTING], ['value' => array_column($words, 'instead', 'word'), 'version' => $version + 1],
            );
            Journal::write(Actor::person($by), UpdateEntry::OutsideWordsChanged, ['setting', self::SETTING], ['count' => count($words)]);
        });
    }
}
