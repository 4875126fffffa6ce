<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\CurrentPerson;
use App\Platform\Database\Locked;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\NamedPeople;
use App\Rota\Calendar\ReadInTime;
use App\Rota\Requests\AbsenceRequest;
use App\Rota\Requests\CalendarFileRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Skarvo\Time\Instant;

/** Calendars that come in: somebody's leave, and turns of a rota that was kept elsewhere. */
final class CalendarsController
{
    private const MONTHS_AHEAD = 13;

    public function leave(CalendarFileRequest $request, Person $person, KeepAbsences $keep): RedirectResponse
    {
        $by = self::allowed($request, $person);
        // Read before anything is written: others would wait meanwhile.
        $events = Absences::inCalendar($person, $request->text());
        Once::for($request, static function () use ($keep, $person, $events, $by): void {
            $keep->takeCalendar($person, $events, $by);
        });

        return back();
    }

    public function absence(AbsenceRequest $request, Person $person, KeepAbsences $keep): RedirectResponse
    {
        $by = self::allowed($request, $person);
        $input = $request->validated();
        Once::for($request, static function () use ($keep, $person, $input, $by): void {
            $keep->add(
                $person, (string) $input['kind'], (string) $input['from'], (string) $input['to'], (string) ($input['what'] ?? ''), $by,
            );
        });

        return back();
    }

    public function dropAbsence(Request $request, Person $person, int $absence, KeepAbsences $keep): RedirectResponse
    {
        $by = self::allowed($request, $person);
        DB::transaction(static fn() => $keep->drop($person, $absence, $by));

        return back();
    }

    /** What a calendar's turns would make of the rota, before anything is kept. */
    public function previewTurns(CalendarFileRequest $request, Rota $rota): JsonResponse
    {
        [$turns, $refused] = self::turns($rota, $request->text());
        $names = Person::query()->pluck('name', 'id');
        $changes = $turns === [] ? [] : ChangeRota::differences(
            $rota->between($turns[0]['from'], max(array_column($turns, 'to')))->segments,
            self::with($rota, $turns)->between($turns[0]['from'], max(array_column($turns, 'to')))->segments,
            max(array_column($turns, 'to')),
        );
        $name = static fn(?string $id): string => $id === null ? 'nobody' : (is_string($names[$id] ?? null) ? $names[$id] : $id);

        return new JsonResponse([
            'turns' => count($turns), 'refused' => $refused, 'seen' => $rota->mark(),
            'changes' => array_map(
                static fn(array $c): array => [
                    'from' => $c['from'] * 1000, 'to' => $c['to'] * 1000, 'was' => $name($c['was']), 'is' => $name($c['is']),
                ],
                array_slice($changes, 0, 200),
            ),
        ]);
    }

    public function takeTurns(CalendarFileRequest $request, Rota $rota): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        Gate::forUser($by)->authorize('arrange', Rota::class);
        [$turns] = self::turns($rota, $request->text());
        $seen = $request->seen();
        Once::for($request, static function () use ($rota, $turns, $seen, $by): void {
            Locked::again($rota);
            if ($seen !== null && $seen !== $rota->mark()) {
                throw Refused::because('The rota was changed meanwhile. Nothing was taken: look at what this calendar changes now.', 'seen');
            }
            if ($turns === []) {
                throw Refused::because('There is no turn from now on in this calendar whose person is known.', 'file');
            }
            if (! ChangeRota::keepAll(
                $rota, self::overrides($turns), $turns[0]['from'], max(array_column($turns, 'to')), $by, RotaEntry::RotaImported,
            )) {
                throw Refused::because('The rota says all of this already. Nothing was changed.', 'file');
            }
        });

        return back();
    }

    /**
     * @return array{list<array{from: int, to: int, person: string}>, list<array{what: string, why: string}>} turns in order, and events
     *      that are none
     */
    private static function turns(Rota $rota, string $text): array
    {
        $now = now()->toDateTimeImmutable();
        $mails = Person::query()->whereNull('left_at')->get(['id', 'email'])
            ->mapWithKeys(static fn(Person $one): array => [mb_strtolower((string) $one->email) => $one->id]);
        $turns = $refused = [];
        foreach (ReadInTime::events(
            $text, new \DateTimeZone($rota->time_zone), $now, $now->modify('+'.self::MONTHS_AHEAD.' months'),
        ) as $event) {
            $ids = array_values(array_filter(
                array_map(static fn(string $mail): mixed => $mails[$mail] ?? null, $event['mails']), is_string(...),
            ));
            // Who is meant is said by an address, or else by a name at the beginning of what the event is called.
            $named = NamedPeople::named((string) preg_replace(
                '/(\s*[,:(–-]|\s+(?:is\s+)?on[ -](?:call|duty)).*$/iu', '', $event['summary'],
            ));
            $person = count($ids) === 1 ? $ids[0] : (count($named) === 1 ? $named[0]->id : null);
            if ($person === null) {
                $refused[] = [
                    'what' => $event['summary'] === '' ? 'an event without a name' : $event['summary'],
                    'why' => count($named) > 1 ? 'more than one is called so' : 'nobody who can be called is called so',
                ];
            } else {
                $turns[] = ['from' => max($event['from'], $now->getTimestamp()), 'to' => $event['to'], 'person' => $person];
            }
        }

        return [array_values(array_filter($turns, static fn(array $turn): bool => $turn['to'] > $turn['from'])), $refused];
    }

    /**
     * @param  list<array{from: int, to: int, person: string}>  $turns
     * @return list<array{from: string, to: string, person: string}>
     */
    private static function overrides(array $turns): array
    {
        return array_map(
            static fn(array $turn): array => [
                'from' => Instant::format($turn['from']), 'to' => Instant::format($turn['to']), 'person' => $turn['person'],
            ],
            $turns,
        );
    }

    /** @param  list<array{from: int, to: int, person: string}>  $turns */
    private static function with(Rota $rota, array $turns): Rota
    {
        $changed = $rota->replicate();
        $changed->overrides = [...$rota->overrides, ...self::overrides($turns)];

        return $changed;
    }

    private static function allowed(Request $request, Person $person): Person
    {
        $by = CurrentPerson::of($request);
        Gate::authorize('excuse', $person);

        return $by;
    }
}
