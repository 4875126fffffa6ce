<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Look;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Setting;
use App\Rota\Holidays;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Targets\Happening;
use Skarvo\Incidents\Targets\HappeningKind;
use Skarvo\Incidents\Targets\Target;
use Skarvo\Incidents\Targets\TargetClock;
use Skarvo\Incidents\Targets\Targets;
use Skarvo\Incidents\Targets\TargetsDocument;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;

/** What is promised of tickets, and how the promises of each stand: the same computation as `bin/skarvo targets`. */
final class Promises
{
    public const RESPOND = 'respond';

    public const RESTORE = 'restore';

    private const SETTING = 'targets';

    private const OPENS_WITHIN = 30 * 86400;

    /**
     * As an organisation begins: a first answer at any hour where it presses, else while the desk is open.
     *
     * @return array<string, mixed> `time_zone`, `hours` and `targets` of the contract
     */
    private static function usual(): array
    {
        $desk = [['days' => ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'], 'from' => '06:00', 'to' => '22:00']];
        $targets = [];
        foreach ([1 => ['PT10M', 'PT2H'], 2 => ['PT20M', 'PT4H'], 3 => ['PT1H', 'P1D'], 4 => ['PT4H', 'P3D']] as $priority => [$respond, $restore]) {
            $hours = $priority > 2 ? ['hours' => 'desk'] : [];
            $targets[] = ['name' => self::RESPOND, 'priority' => $priority, 'within' => $respond, 'pauses' => false, ...$hours];
            $targets[] = ['name' => self::RESTORE, 'priority' => $priority, 'within' => $restore, ...$hours];
        }

        return ['time_zone' => config()->string('skarvo.time_zone'), 'hours' => ['desk' => ['weekly' => $desk]], 'targets' => $targets];
    }

    /** @return array{value: array<array-key, mixed>, version: int} */
    public static function kept(): array
    {
        $kept = Setting::query()->find(self::SETTING);

        return ['value' => $kept->value ?? self::usual(), 'version' => $kept->version ?? 0];
    }

    /**
     * @param  array<array-key, mixed>  $value
     * @return list<Target>
     *
     * @throws BadInput
     */
    public static function read(array $value): array
    {
        $opened = ['at' => '2026-01-01T00:00:00Z', 'kind' => 'opened', 'priority' => 3];

        return TargetsDocument::read(Document::parse(json_encode(
            [...self::withHolidays($value), 'happenings' => [$opened], 'now' => $opened['at']], JSON_THROW_ON_ERROR,
        )))[0];
    }

    /**
     * On public holidays the desk is shut, as far as nothing else is said of the day.
     *
     * @param  array<array-key, mixed>  $value
     * @return array<array-key, mixed>
     */
    private static function withHolidays(array $value): array
    {
        $holidays = Holidays::dates();
        if ($holidays === [] || ! is_array($value['hours'] ?? null)) {
            return $value;
        }
        foreach ($value['hours'] as $name => $hours) {
            if (is_array($hours)) {
                $own = is_array($hours['except'] ?? null) ? $hours['except'] : [];
                $further = array_values(array_diff($holidays, array_column($own, 'date')));
                $value['hours'][$name] = [...$hours, 'except' => [
                    ...$own, ...array_map(static fn(string $date): array => ['date' => $date, 'windows' => []], $further),
                ]];
            }
        }

        return $value;
    }

    /**
     * @param  array<array-key, mixed>  $value
     *
     * @throws BadInput if it is no such document
     * @throws Refused if somebody else changed it meanwhile
     */
    public static function change(array $value, int $version, Person $by): void
    {
        self::read($value);
        DB::transaction(static function () use ($value, $version, $by): void {
            if (self::kept()['version'] !== $version) {
                throw Refused::because(
                    'Somebody else changed the targets meanwhile. Yours are kept in the form; reload the page to see theirs.',
                );
            }
            Setting::query()->updateOrCreate(['id' => self::SETTING], ['value' => $value, 'version' => $version + 1]);
            Journal::write(Actor::person($by), TicketEntry::PromisesChanged, ['setting', self::SETTING]);
            foreach (Ticket::query()->open()->lazyById() as $ticket) {
                self::setTimes($ticket);
            }
        });
    }

    /** When the desk opens next; null while it is open, or where it keeps no hours. */
    public static function deskOpens(): ?CarbonImmutable
    {
        foreach (Look::once('targets', static fn(): array => self::read(self::kept()['value'])) as $target) {
            if ($target->hours !== null) {
                $opens = $target->hours->next(Moment::now(), self::OPENS_WITHIN);

                return $opens === null || $opens <= Moment::now() ? null : Moment::of($opens);
            }
        }

        return null;
    }

    /** @return list<TargetClock> how the promises of a ticket stand now */
    public static function of(Ticket $ticket): array
    {
        $happenings = DB::table('ticket_happenings')->where('ticket_id', $ticket->id)->orderBy('at')->orderBy('id')->get()
            ->map(static fn(\stdClass $row): Happening => new Happening(
                (int) $row->at, HappeningKind::from($row->kind), $row->priority === null ? null : (int) $row->priority, $row->name,
            ))->all();
        $happenings = array_values($happenings);
        $targets = Look::once('targets', static fn(): array => self::read(self::kept()['value']));

        return $happenings === [] ? [] : Targets::of($targets, $happenings, max(Moment::now(), $happenings[0]->at));
    }

    /** Something happened that the promises go by. Call it inside a transaction. */
    public static function note(Ticket $ticket, HappeningKind $kind, ?int $priority = null, ?string $name = null): void
    {
        DB::table('ticket_happenings')->insert([
            'ticket_id' => $ticket->id, 'at' => Moment::now(), 'kind' => $kind->value, 'priority' => $priority, 'name' => $name,
        ]);
    }

    /** Writes down by when the next things are due, so that what is near is found without looking at every ticket. */
    public static function setTimes(Ticket $ticket): void
    {
        $times = ['respond_by' => null, 'restore_by' => null, 'warn_at' => null];
        $warnings = [];
        foreach (self::of($ticket) as $clock) {
            if (in_array($clock->name, [self::RESPOND, self::RESTORE], true)) {
                $times["{$clock->name}_by"] = $clock->dueAt === null ? null : Moment::of($clock->dueAt);
                $warnings[] = $clock->warnAt ?? PHP_INT_MAX;
            }
        }
        $soonest = min([PHP_INT_MAX, ...$warnings]);
        $due = array_values(array_filter([$times['respond_by'], $times['restore_by']]));
        $ticket->update([
            ...$times, 'due_at' => $due === [] ? null : min($due), 'warn_at' => $soonest === PHP_INT_MAX ? null : Moment::of($soonest),
        ]);
    }
}
