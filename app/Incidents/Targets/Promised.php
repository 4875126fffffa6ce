<?php

declare(strict_types=1);

namespace App\Incidents\Targets;

use App\Incidents\Contracts\CountsTargets;
use App\Incidents\IncidentEntry;
use App\Platform\Given;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Look;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Setting;
use App\Rota\Contracts\GoesByHolidays;
use App\Rota\Holidays;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\PriorityMatrix;
use Skarvo\Incidents\Targets\Agreements;
use Skarvo\Incidents\Targets\AgreementsDocument;
use Skarvo\Incidents\Targets\PromisedOf;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;

/** What the organisation promises of incidents and tickets, by priority, service and kind. */
final class Promised implements GoesByHolidays
{
    public const RESPOND = 'respond';

    public const RESTORE = 'restore';

    private const SETTING = 'targets';

    private const OPENS_WITHIN = 30 * 86400;

    /**
     * As an organisation begins: at any hour where it presses, else while the desk is open.
     *
     * @return array<string, mixed> as AgreementsDocument reads it
     */
    private static function usual(): array
    {
        $desk = [['days' => ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'], 'from' => '06:00', 'to' => '22:00']];
        $restore = [1 => 'PT2H', 2 => 'PT4H', 3 => 'P1D', 4 => 'P3D'];
        $agree = static function (array $kinds, array $respond, bool $always) use ($restore): array {
            $targets = [];
            foreach ($restore as $priority => $within) {
                $hours = $always || $priority <= 2 ? [] : ['hours' => 'desk'];
                $targets[] = [
                    'name' => self::RESPOND, 'priority' => $priority, 'within' => $respond[$priority], 'pauses' => false, ...$hours,
                ];
                $targets[] = ['name' => self::RESTORE, 'priority' => $priority, 'within' => $within, ...$hours];
            }

            return ['kinds' => array_map(static fn(PromisedOf $kind): string => $kind->value, $kinds), 'targets' => $targets];
        };

        return ['time_zone' => config()->string('skarvo.time_zone'), 'hours' => ['desk' => ['weekly' => $desk]], 'agreements' => [
            $agree([PromisedOf::Report, PromisedOf::Request], [1 => 'PT10M', 2 => 'PT20M', 3 => 'PT1H', 4 => 'PT4H'], false),
            $agree([PromisedOf::Task], [1 => 'PT15M', 2 => 'PT30M', 3 => 'PT2H', 4 => 'PT8H'], false),
            $agree([PromisedOf::Incident], [1 => 'PT10M', 2 => 'PT20M', 3 => 'PT1H', 4 => 'PT4H'], true),
        ]];
    }

    /** @return array{value: array<array-key, mixed>, version: int} */
    public static function kept(): array
    {
        $kept = Setting::query()->find(self::SETTING);

        return ['value' => $kept->value ?? self::usual(), 'version' => $kept->version ?? 0];
    }

    public static function all(): Agreements
    {
        return Look::once('targets', static fn(): Agreements => self::read(self::kept()['value']));
    }

    /**
     * @param  array<array-key, mixed>  $value
     *
     * @throws BadInput
     */
    public static function read(array $value): Agreements
    {
        return AgreementsDocument::read(Document::parse(json_encode(self::withHolidays($value), JSON_THROW_ON_ERROR)));
    }

    /**
     * @param  array<array-key, mixed>  $value
     *
     * @throws Refused if it is no such document, somebody else changed it meanwhile, or incidents are to be restored at no time
     */
    public static function change(array $value, int $version, Person $by): void
    {
        try {
            self::hasRestore(self::read($value));
        } catch (BadInput $e) {
            throw Refused::because($e->getMessage(), 'agreements');
        }
        DB::transaction(static function () use ($value, $version, $by): void {
            if (self::kept()['version'] !== $version) {
                throw Refused::because(
                    'Somebody else changed the targets meanwhile. Yours are kept in the form; reload the page to see theirs.',
                );
            }
            Setting::query()->updateOrCreate(['id' => self::SETTING], ['value' => $value, 'version' => $version + 1]);
            Journal::write(Actor::person($by), IncidentEntry::TargetsChanged, ['setting', self::SETTING]);
            self::countAnew();
        });
    }

    public function holidaysChanged(): void
    {
        self::countAnew();
    }

    private static function countAnew(): void
    {
        foreach (Given::all(CountsTargets::class) as $one) {
            $one->countAnew();
        }
    }

    /** When the desk opens next; null while it is open, or where it keeps no hours. */
    public static function deskOpens(): ?CarbonImmutable
    {
        foreach (self::all()->of(PromisedOf::Report, null) as $target) {
            if ($target->hours !== null) {
                $opens = $target->hours->next(Moment::now(), self::OPENS_WITHIN);

                return $opens === null || $opens <= Moment::now() ? null : Moment::of($opens);
            }
        }

        return null;
    }

    /** Every incident is to be restored by some time: its room and the watch go by that. */
    private static function hasRestore(Agreements $agreements): void
    {
        foreach ($agreements->all as $agreement) {
            if (! in_array(PromisedOf::Incident, $agreement->kinds, true)) {
                continue;
            }
            foreach (PriorityMatrix::PRIORITIES as $priority) {
                $agreement->target(self::RESTORE, $priority)
                    ?? throw Refused::because("Say within how long incidents of priority $priority are restored.", 'agreements');
            }
        }
        if ($agreements->of(PromisedOf::Incident, null) === []) {
            throw Refused::because('Say what is promised of incidents of any service.', 'agreements');
        }
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
}
