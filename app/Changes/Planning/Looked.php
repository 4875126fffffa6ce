<?php

declare(strict_types=1);

namespace App\Changes\Planning;

use App\Changes\Change;
use App\Changes\Rules\StoredRules;
use App\Platform\Moment;
use App\Platform\Person;
use App\Topology\Estate;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Skarvo\Changes\ChangeKind;
use Skarvo\Topology\HitService;
use Skarvo\Topology\State;

/**
 * What a plan touches, how risky it is, what speaks against its time, and when there is room for it.
 *
 * @phpstan-import-type TouchedLine from Touched
 * @phpstan-import-type SlotLine from Calendar
 * @phpstan-import-type InTheWayLine from Calendar
 * @phpstan-import-type BlockedLine from Calendar
 * @phpstan-type LookedAt array{
 *     touched: list<TouchedLine>, services: list<array{id: string, name: string, tier: int, state: value-of<State>}>, ask: list<string>,
 *     tell: list<string>,
 *     warning: string|null, risk: string, failed: list<string>, major: bool, approvers: string, against: list<string>,
 *     slots: list<SlotLine>, inTheWay: list<InTheWayLine>,
 *     band: array{from: int, to: int, blocked: list<BlockedLine>}|null, wayBack: string,
 * }
 */
final class Looked
{
    private const MINUTES = 60;

    private const TOLD = 60;

    private const BAND_SECONDS = 7 * 86400;

    /**
     * @param  array<string, mixed>  $input  as LookRequest checks it
     * @return LookedAt
     */
    public static function ahead(array $input, Person $by): array
    {
        $texts = static fn(mixed $list): array => array_values(
            array_map(strval(...), array_filter(is_array($list) ? $list : [], is_string(...)))
        );
        $time = static fn(mixed $text): ?CarbonImmutable => is_string($text) && $text !== '' ? CarbonImmutable::parse($text)->utc() : null;
        [$from, $to] = [$time($input['from'] ?? null), $time($input['to'] ?? null)];
        $steps = array_values(array_filter(is_array($input['steps'] ?? null) ? $input['steps'] : [], is_array(...)));
        $change = new Change([
            'kind' => ChangeKind::from((string) $input['kind']), 'implementer_id' => $input['implementer'] ?? null,
            'team_id' => $input['team'] ?? $by->team_id,
            'from_at' => $from ?? now(), 'to_at' => $to ?? now(),
            'back_out' => ($input['back_out'] ?? '') === '' ? null : $input['back_out'], 'back_minutes' => $input['back_minutes'] ?? null,
        ]);
        $change->setRelation('steps', (new ChangeStep)->newCollection(array_map(static fn(array $step): ChangeStep => new ChangeStep([
            'text' => (string) ($step['text'] ?? ''), 'back' => ($step['back'] ?? '') === '' ? null : $step['back'],
            'no_return' => (bool) ($step['no_return'] ?? false),
        ]), $steps)));
        $seconds = $from !== null && $to !== null && $to->greaterThan($from)
            ? max(60, intdiv($to->getTimestamp() - $from->getTimestamp(), 60) * 60)
            : (int) ($input['minutes'] ?? self::MINUTES) * 60;

        return self::all(
            $change,
            ['down' => $texts($input['down']), 'touched' => array_values(array_diff($texts($input['touched']), $texts($input['down'])))],
            $from, $to, min($seconds, 7 * 86400),
            isset($input['but']) ? (int) $input['but'] : null, $time($input['band'] ?? null)?->getTimestamp(),
        );
    }

    /** @return LookedAt|null null of one that is over: what it touched then is not what it would touch now */
    public static function at(Change $change): ?array
    {
        if ($change->is_recorded || $change->state->isOver()) {
            return null;
        }

        // One that runs longer than planned runs now.
        $to = $change->overruns() ? CarbonImmutable::instance(now()) : $change->to_at;

        return self::all(
            $change->loadMissing('steps'), $change->items(), $change->from(), $to,
            max(60, intdiv($change->to_at->getTimestamp() - $change->from()->getTimestamp(), 60) * 60), $change->id
        );
    }

    /**
     * @param  array{down: list<string>, touched: list<string>}  $items
     * @return LookedAt
     */
    private static function all(
        Change $change, array $items, ?CarbonImmutable $from, ?CarbonImmutable $to, int $seconds, ?int $but, ?int $band = null,
    ): array {
        $estate = Estate::open();
        $touched = Touched::by($items['down'], $estate);
        $odds = Risks::of($change, [...$items['down'], ...$items['touched']]);
        $rules = StoredRules::now()->rules;
        $isMajor = $rules->isMajor($change->kind, $touched->highestTier(), $odds->wrong);
        $calendar = Calendar::of($estate);
        $people = OtherChanges::peopleOf($change);
        $earliest = max(Moment::now(), $from === null ? 0 : min($from->getTimestamp(), Moment::now() + 90 * 86400));
        $slots = $change->exists && ! $change->state->isAhead()
            ? ['slots' => [], 'inTheWay' => []]
            : $calendar->slots($items, $people, $earliest, min($seconds, 7 * 86400), $but);

        return [
            'touched' => array_slice($touched->lines(), 0, self::TOLD),
            'services' => array_map(
                static fn(HitService $one): array => [
                    'id' => $one->id, 'name' => $one->name, 'tier' => $one->tier, 'state' => $one->state->value,
                ],
                $touched->services
            ),
            'ask' => self::teams([...$items['down'], ...$items['touched']]),
            'tell' => array_map(static fn(array $one): string => "{$one['name']} (".implode(', ', $one['of']).')', $touched->owners()),
            'warning' => self::warning($touched), 'risk' => $odds->words(), 'failed' => array_slice($odds->failed, 0, 8),
            'major' => $isMajor,
            'approvers' => self::approvers(array_map(static fn($stage): string => $stage->name, $rules->stagesOf($change->kind, $isMajor))),
            'against' => $from === null || $to === null || $to->lessThanOrEqualTo($from)
                ? []
                : $calendar->against($items, $people, $from->getTimestamp(), $to->getTimestamp(), $but),
            ...$slots,
            'wayBack' => $change->wayBack()->words(),
            'band' => $band === null ? null : [
                'from' => $band * 1000, 'to' => ($band + self::BAND_SECONDS) * 1000,
                'blocked' => $calendar->blocked($items, $people, $band, $band + self::BAND_SECONDS, $but),
            ],
        ];
    }

    /** @param  list<string>  $stages */
    private static function approvers(array $stages): string
    {
        return $stages === [] ? 'Nobody has to approve it.' : 'Approved by '.implode(', then ', $stages).'.';
    }

    private static function warning(Touched $touched): ?string
    {
        $first = array_values(
            array_filter($touched->services, static fn(HitService $one): bool => $one->tier === 1 && $one->state->isBroken())
        );

        return $first === []
            ? null
            : 'It reaches '.implode(', ', array_map(static fn(HitService $one): string => $one->name, array_slice($first, 0, 3)))
            .(count($first) > 3 ? ' and '.(count($first) - 3).' more' : '').', which matter'.(count($first) === 1 ? 's' : '')
                .' most (tier 1).';
    }

    /**
     * @param  list<string>  $items
     * @return list<string> names of the teams that keep them
     */
    private static function teams(array $items): array
    {
        return array_values(
            array_map(
                strval(...),
                DB::table('teams')->whereIn('id', Item::query()->whereKey($items)->whereNotNull('team_id')->select('team_id'))
                    ->orderBy('name')->pluck('name')->all()
            )
        );
    }
}
