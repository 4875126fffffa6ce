<?php

declare(strict_types=1);

namespace App\Updates\Planned;

use App\Incidents\Situation;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Topology\Estate;
use App\Updates\Checking\RecordOf;
use App\Updates\UpdateEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\State;
use Skarvo\Updates\Check\Check;
use Skarvo\Updates\Check\Slip;
use Skarvo\Updates\Planned\PlanStage;

/** Has those whom planned work affects told of it: now, again shortly before, and how it ended. */
final readonly class AnnounceWork
{
    public function __construct(private Person $by) {}

    /**
     * What a quiet time takes down, by the trace.
     *
     * @return array{services: list<array{name: string, state: State}>, places: list<string>, items: list<string>}
     */
    public static function hits(int $quiet): array
    {
        $row = DB::table('quiet_times')->where('id', $quiet)->first(['items']);
        $items = json_decode((string) ($row->items ?? '[]'), true, 4);
        $items = array_values(array_filter(is_array($items) ? $items : [], is_string(...)));
        $estate = Estate::open();
        $impact = $estate->trace(array_fill_keys($items, State::Down));
        $services = $ids = [];
        foreach ($estate->services($impact) as $service) {
            $public = $estate->item($service->id)['public_name'] ?? null;
            $ids[] = $service->id;
            if ($public !== null && $service->state->isBroken()) {
                $services[$public] ??= ['name' => $public, 'state' => $service->state];
            }
        }

        return ['services' => array_values($services), 'places' => $estate->sites($impact), 'items' => $ids];
    }

    /**
     * @return list<Slip> in what people are to do before it begins: names from inside
     */
    public static function found(string $before): array
    {
        return (new Check(RecordOf::nothing(Situation::now())))->meanwhile($before);
    }

    /**
     * @param  string|null  $despite  why words from inside go out
     *
     * @throws Refused
     */
    public function announce(int $quiet, string $before, ?string $despite): PlannedWork
    {
        return DB::transaction(function () use ($quiet, $before, $despite): PlannedWork {
            $row = DB::table('quiet_times')->where('id', $quiet)->lockForUpdate()->first();
            if ($row === null || Moment::seconds($row->from_at) <= Moment::now()) {
                throw Refused::because(
                    'It has begun, or is not there any more: there is nothing to announce. Declare an incident if people notice it.'
                );
            }
            $hits = self::hits($quiet);
            if ($hits['services'] === []) {
                throw Refused::because('By the trace nobody outside notices this work: nothing was announced.');
            }
            $known = PlannedWork::query()->where('quiet_id', $quiet)->first();
            if ($known !== null) {
                throw Refused::because(
                    $known->stage === PlanStage::Withdrawn
                        ? 'People were told that it does not take place. Set a quiet time of its own for it, and announce that.'
                        : 'It was announced meanwhile.',
                );
            }
            $found = $before === '' ? [] : self::found($before);
            if ($found !== [] && trim((string) $despite) === '') {
                throw Refused::because(
                    'Nothing was announced. '.$found[0]->words.' Change it, or say why it is right as it stands.', 'despite'
                );
            }
            $work = PlannedWork::query()->create([
                'quiet_id' => $quiet, 'before' => $before === '' ? null : $before, 'places' => $hits['places'],
                'author_id' => $this->by->id,
                'services' => array_map(
                    static fn(array $one): array => ['name' => $one['name'], 'state' => $one['state']->value], $hits['services']
                ),
                'from_at' => Moment::of(Moment::seconds($row->from_at)), 'to_at' => Moment::of(Moment::seconds($row->to_at)),
                'announced_at' => now(),
                'stage' => PlanStage::Announced,
            ]);
            self::tell($work, PlanStage::Announced);
            Journal::write(Actor::person($this->by), UpdateEntry::WorkAnnounced, ['planned', $work->id], [
                'services' => implode(', ', $work->names()), 'before' => $before,
                ...($found === [] ? [] : ['despite' => (string) $despite]),
            ]);

            return $work;
        });
    }

    /**
     * Twice changes nothing.
     *
     * @throws Refused once it has begun
     */
    public function withdraw(PlannedWork $work): void
    {
        DB::transaction(function () use ($work): void {
            $one = PlannedWork::query()->lockForUpdate()->findOrFail($work->id);
            if ($one->withdrawn_at !== null || $one->stage === PlanStage::Withdrawn) {
                return;
            }
            if ($one->ended_at !== null || ! $one->from_at->isFuture()) {
                throw Refused::because('It has begun: what has begun cannot be withdrawn. End its quiet time once the work is done.');
            }
            $one->update(['withdrawn_at' => now()]);
            self::goOn($one, PlanStage::Withdrawn, Actor::person($this->by));
        });
    }

    /**
     * What was announced takes place at another time, or takes down something else: those who were told are told so. A time
     * that is quiet anew for the same work, and changes nothing of it, is told to nobody. Call it in the transaction of its cause.
     */
    public static function move(PlannedWork $work, int $quiet, Actor $by): void
    {
        $one = PlannedWork::query()->lockForUpdate()->findOrFail($work->id);
        $row = DB::table('quiet_times')->where('id', $quiet)->first();
        if ($one->ended_at !== null || $row === null) {
            return;
        }
        $hits = self::hits($quiet);
        $services = array_map(
            static fn(array $each): array => ['name' => $each['name'], 'state' => $each['state']->value], $hits['services']
        );
        [$from, $to] = [Moment::seconds($row->from_at), Moment::seconds($row->to_at)];
        $isNews = $one->plan()->isNews($from, $to, Moment::now())
            || ($from > Moment::now() && [$one->services, $one->places] !== [$services, $hits['places']]);
        $one->fill(['quiet_id' => $quiet, 'is_held' => false]);
        if ($services === []) {
            self::goOn($one, PlanStage::Withdrawn, $by);
        } elseif (! $isNews) {
            $one->save();
        } else {
            $one->fill(
                [
                    'from_at' => Moment::of($from), 'to_at' => Moment::of($to), 'services' => $services, 'places' => $hits['places'],
                    'round' => $one->round + 1, 'announced_at' => now(),
                ]
            );
            self::goOn($one, PlanStage::Moved, $by);
        }
    }

    /** Nothing is told of it until it is allowed anew, or its time has come. Call it in the transaction of its cause. */
    public static function hold(PlannedWork $work, bool $isHeld): void
    {
        PlannedWork::query()->open()->whereKey($work->id)->update(['is_held' => $isHeld]);
    }

    /** The next of what people are told. Call it in the transaction of its cause. */
    public static function goOn(PlannedWork $work, PlanStage $stage, Actor $by): void
    {
        $work->update(['stage' => $stage, ...($stage->isEnd() ? ['ended_at' => now()] : [])]);
        // One that overran is an incident, and told as that.
        if ($stage !== PlanStage::Overrun) {
            self::tell($work, $stage);
        }
        Journal::write($by, match ($stage) {
            PlanStage::Announced => UpdateEntry::WorkAnnounced,
            PlanStage::Soon => UpdateEntry::WorkToldAgain,
            PlanStage::Moved => UpdateEntry::WorkMoved,
            PlanStage::Withdrawn => UpdateEntry::WorkWithdrawn,
            PlanStage::Overrun => UpdateEntry::WorkOverran,
            PlanStage::Over => UpdateEntry::WorkOver,
        }, ['planned', $work->id], ['services' => implode(', ', $work->names())]);
    }

    private static function tell(PlannedWork $work, PlanStage $stage): void
    {
        DB::table('planned_tellings')
            ->insertOrIgnore(['planned_id' => $work->id, 'round' => $work->round, 'stage' => $stage->value, 'at' => now()]);
    }
}
