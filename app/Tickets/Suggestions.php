<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Report;
use App\Platform\Look;
use App\Platform\Team;
use App\Topology\Item;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Skarvo\Tickets\Suggest\SettledTicket;
use Skarvo\Tickets\Suggest\Suggester;
use Skarvo\Tickets\Suggest\Suggestion;
use Skarvo\Tickets\TicketState;

/**
 * What a ticket is probably about, by what past tickets came to: the core's Suggester over the latest of those that are
 * closed, and of those that somebody corrected.
 *
 * @phpstan-type Alternative array{value: string, name: string, score: float, because: list<string>}
 * @phpstan-type Suggested array{field: string, choices: list<Alternative>}
 */
final class Suggestions
{
    /** As many are learned from. */
    private const PAST = 800;

    /** What is less likely is not told. */
    private const LEAST = 0.1;

    public const FIELDS = ['service', 'item', 'team', 'impact', 'urgency', 'kind'];

    /** What tickets of each kind talk of. */
    private const KINDS = [
        'report' => 'error failed failing stuck refused declined frozen wrong missing lost dark hangs crash rejected',
        'request' => 'need want new access install create change permission grant replace wish order another additional',
    ];

    /** @return array<string, list<Suggestion>> by field */
    public static function of(string $text, ?string $place): array
    {
        return self::suggester()->of($text, $place);
    }

    /** @return string|null the likeliest service that outsiders know */
    public static function service(string $text, ?string $place): ?string
    {
        $known = Item::query()->where('kind', Item::SERVICE)->whereNotNull('public_name')->orderBy('tier')->orderBy('id')
            ->pluck('id')->all();
        foreach (self::of($text, $place)['service'] ?? [] as $one) {
            if (in_array($one->value, $known, true)) {
                return $one->value;
            }
        }

        return isset($known[0]) ? (string) $known[0] : null;
    }

    /** @return list<Suggested> what speaks for it in words, by field, likeliest first */
    public static function told(string $text, ?string $place): array
    {
        $told = [];
        $suggested = self::of($text, $place);
        foreach (self::FIELDS as $field) {
            $choices = array_values(array_filter(
                $suggested[$field] ?? [], static fn(Suggestion $one): bool => $one->score >= self::LEAST && $one->because !== [],
            ));
            $names = self::names($field, array_map(static fn(Suggestion $one): string => $one->value, $choices));
            // What is not there any more is not suggested, nor what stands elsewhere.
            $away = $field === 'item' ? self::elsewhere(array_keys($names), $place) : [];
            $choices = array_values(array_filter(
                $choices, static fn(Suggestion $one): bool => isset($names[$one->value]) && ! in_array($one->value, $away, true),
            ));
            if ($choices !== []) {
                $told[] = ['field' => $field, 'choices' => array_map(static fn(Suggestion $one): array => [
                    'value' => $one->value, 'name' => $names[$one->value], 'score' => round($one->score, 2), 'because' => $one->because,
                ], $choices)];
            }
        }

        return $told;
    }

    /**
     * @param  list<string>  $values
     * @return array<array-key, string> by value
     */
    public static function names(string $field, array $values): array
    {
        return match ($field) {
            'service', 'item' => Item::query()->whereKey($values)->pluck('name', 'id')->map(strval(...))->all(),
            'team' => Team::query()->whereKey($values)->pluck('name', 'id')->map(strval(...))->all(),
            default => array_combine($values, $values),
        };
    }

    /**
     * @param  list<int|string>  $items
     * @return list<string> those of them that stand at another place
     */
    private static function elsewhere(array $items, ?string $place): array
    {
        if ($place === null || trim($place) === '') {
            return [];
        }
        $sites = Item::query()->whereKey($items)->whereNotNull('site')->pluck('site', 'id')->map(strval(...));

        $away = $sites->filter(static fn(string $site): bool => mb_stripos($place, $site) === false);

        return array_values(array_map(strval(...), $away->keys()->all()));
    }

    private static function suggester(): Suggester
    {
        return Look::once('suggester', static fn(): Suggester => Cache::remember(
            'suggester-'.self::fingerprint(), 86400, static fn(): Suggester => self::learned(),
        ));
    }

    /** Another whenever anything was learned, or undone, or erased. */
    private static function fingerprint(): string
    {
        $lessons = DB::table('ticket_lessons')->selectRaw('max(id) as last, count(undone_at) as undone')->first();
        $closed = DB::table('tickets')->where('state', TicketState::Done->value)
            ->selectRaw('count(*) as count, max(closed_at) as last')->first();
        $erased = Report::query()->where('what', ForgetReporter::ERASED)->count();
        $services = Item::query()->where('kind', Item::SERVICE)->orderBy('id')->get(['id', 'name', 'public_name'])->toArray();

        return md5(json_encode([$lessons, $closed, $erased, $services], JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE));
    }

    private static function learned(): Suggester
    {
        $taught = DB::table('ticket_lessons')->select('ticket_id');
        $tickets = Ticket::query()->with(['report', 'translation'])->whereNotNull('report_id')
            ->where(static fn($query) => $query->where('state', TicketState::Done)->orWhereIn('id', $taught))
            ->latest('id')->limit(self::PAST)->get();
        $undone = DB::table('ticket_lessons')->whereNotNull('undone_at')->whereIn('ticket_id', $tickets->pluck('id'))
            ->get(['ticket_id', 'field', 'value']);
        $past = [];
        foreach ($tickets as $ticket) {
            if ($ticket->reported()->what !== ForgetReporter::ERASED) {
                $settled = $ticket->settled();
                foreach ($undone->where('ticket_id', $ticket->id) as $one) {
                    if (($settled[$one->field] ?? null) === $one->value) {
                        unset($settled[$one->field]);
                    }
                }
                $past[] = new SettledTicket($ticket->words(), $ticket->reported()->site, $settled);
            }
        }

        return new Suggester($past, [
            'service' => Item::query()->where('kind', Item::SERVICE)->get(['id', 'name', 'public_name'])
                ->mapWithKeys(static fn(Item $one): array => [$one->id => "$one->name $one->public_name"])->all(),
            'team' => Team::query()->pluck('name', 'id')->map(strval(...))->all(),
            'kind' => self::KINDS,
        ], array_values(Item::query()->whereNotNull('site')->distinct()->pluck('site')->map(strval(...))->all()));
    }
}
