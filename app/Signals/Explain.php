<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Moment;
use App\Signals\Live\RuleSets;
use App\Signals\Live\StoredSignal;
use App\Signals\Tuning\RuleList;
use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Live\Ungrouped;
use Skarvo\Signals\Replay\Bursts;
use Skarvo\Signals\Replay\Chronicle;

/** Answers "why was I told, or not told?" by replaying the signals of what is asked about, with the reasons written down. */
final class Explain
{
    /** Bursts before the alert are told of as far back as this: they may have made it flap, or be what was held back. */
    private const SECONDS_BEFORE = 6 * 3600;

    private const MOST_SIGNALS = 20_000;

    private const MOST_ENTRIES = 200;

    /**
     * @return array{rules: list<array{place: int, name: string, what: string}>, version: int|null,
     *      entries: list<array{at: int, kind: string, facts: array<string, int|bool>}>, cut: bool} times in milliseconds
     */
    public function alert(Alert $alert): array
    {
        $from = $alert->first_signal_at->getTimestamp() - self::SECONDS_BEFORE;
        $until = $alert->closed_at?->getTimestamp() ?? Moment::now();
        $chronicle = $this->replay(AlertSignals::families($alert), $from, $until);
        $entries = array_values(array_filter($chronicle['entries'], static fn(array $entry): bool => $entry['key'] === $alert->key));
        $first = AlertSignals::of($alert)->orderBy('at')->orderBy('id')->first(StoredSignal::COLUMNS);

        return [
            'rules' => $first === null
                ? []
                : RuleList::fitting($alert->rules_version ?? 1, StoredSignal::toCore((object) $first->getAttributes())),
            'version' => $alert->rules_version,
            'entries' => array_map(
                static fn(array $entry): array => ['at' => $entry['at'] * 1000, 'kind' => $entry['kind'], 'facts' => $entry['facts']],
                array_slice($entries, -self::MOST_ENTRIES),
            ),
            'cut' => $chronicle['cut'] || count($entries) > self::MOST_ENTRIES,
        ];
    }

    /**
     * @param  list<int>  $families
     * @param  int  $from  seconds since the epoch
     * @return array{entries: list<array{key: string, at: int, kind: string, facts: array<string, int|bool>}>, cut: bool}
     */
    public function replay(array $families, int $from, int $until): array
    {
        $rules = RuleSets::load();
        $chronicle = new Chronicle;
        $bursts = new Bursts($rules->current(), RuleSets::quiet($from), new Ungrouped, $chronicle);
        $rows = DB::table('signals')->whereIn('family', $families)
            ->whereBetween('at', [$from, $until])->orderBy('at')->orderBy('id')->limit(self::MOST_SIGNALS)
            ->get(StoredSignal::COLUMNS);
        foreach ($rows as $row) {
            $bursts->take(StoredSignal::toCore($row, $rules));
        }
        $bursts->finish($until);

        return ['entries' => $chronicle->entries(), 'cut' => count($rows) === self::MOST_SIGNALS];
    }
}
