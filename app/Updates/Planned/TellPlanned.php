<?php

declare(strict_types=1);

namespace App\Updates\Planned;

use App\Incidents\Beginning;
use App\Incidents\DeclareIncident;
use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Outbox\Outbox;
use App\Platform\Team;
use App\Signals\QuietFaults;
use App\Topology\Estate;
use App\Topology\Item;
use App\Updates\Following\Subscription;
use App\Updates\Update;
use App\Updates\UpdateEntry;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;
use Skarvo\Topology\State;
use Skarvo\Updates\Planned\PlanStage;
use Skarvo\Value\Language;

/** Looks at planned work as its time comes, and tells those whom it affects, in parts and once each. */
final class TellPlanned implements ClockPart
{
    private const PART = 500;

    private const LOOK_SECONDS = 2;

    /** Of the outbox: it can wait for what is urgent. */
    private const RANK = 6;

    private int $looked = 0;

    public function name(): string
    {
        return 'planned-work';
    }

    public function whileBroken(): string
    {
        return 'Nobody is told that planned work begins, ends or takes longer.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        $done = 0;
        if (abs(Moment::now() - $this->looked) >= self::LOOK_SECONDS) {
            $this->looked = Moment::now();
            foreach (PlannedWork::query()->open()->orderBy('id')->pluck('id') as $id) {
                $done += DB::transaction(static fn(): int => $mayWork() && self::look((int) $id) ? 1 : 0);
            }
        }
        foreach (DB::table('planned_tellings')->whereNull('ended_at')->orderBy('planned_id')->orderBy('at')->get() as $row) {
            do {
                $read = DB::transaction(
                    static fn(): int => $mayWork()
                        ? self::part((int) $row->planned_id, (int) $row->round, PlanStage::from((string) $row->stage))
                        : 0
                );
                $done += $read;
            } while ($read === self::PART);
        }

        return $done;
    }

    private static function look(int $id): bool
    {
        $work = PlannedWork::query()->open()->lockForUpdate()->find($id);
        if ($work === null) {
            return false;
        }
        $plan = $work->plan();
        $to = DB::table('quiet_times')->where('id', $work->quiet_id)->value('to_at');
        $ends = $to === null ? $plan->from : Moment::seconds($to);
        $told = DB::table('planned_tellings')->where('planned_id', $id)->where('round', $work->round)->pluck('stage')
            ->map(static fn(mixed $one): PlanStage => PlanStage::from((string) $one))->all();
        $now = Moment::now();
        $isAround = $now >= min($plan->to, $ends);
        $due = $plan->due($now, array_values($told), $ends < $plan->to ? $ends : null, $isAround && self::stillDown($work) !== []);
        if ($due === PlanStage::Overrun) {
            self::overrun($work);
        }
        if ($due !== null) {
            AnnounceWork::goOn($work, $due, Actor::system());
        }

        return $due !== null;
    }

    /** @return list<array{name: string, state: State}> of its services those that do not work, by what still fires on what was worked on */
    private static function stillDown(PlannedWork $work): array
    {
        $firing = QuietFaults::stillFiring($work->covers(), $work->from_at->getTimestamp());
        $estate = Estate::open();
        $down = [];
        foreach ($firing === [] ? [] : $estate->services($estate->trace($firing)) as $service) {
            $name = $estate->item($service->id)['public_name'] ?? null;
            if ($name !== null && $service->state->isBroken() && in_array($name, $work->names(), true)) {
                $down[$name] ??= ['name' => $name, 'state' => $service->state];
            }
        }

        return array_values($down);
    }

    /** It becomes an incident, and people read that it takes longer. */
    private static function overrun(PlannedWork $work): void
    {
        $down = self::stillDown($work);
        $service = Item::query()->where('kind', Item::SERVICE)->where('public_name', $down[0]['name'] ?? '')->orderBy('tier')->first();
        $reason = (string) DB::table('quiet_times')->where('id', $work->quiet_id)->value('reason');
        $team = $service?->team_id === null ? null : Team::query()->find($service->team_id);
        $incident = app(DeclareIncident::class)(
            new Beginning, mb_substr("Planned work takes longer: $reason", 0, 200), $service, Impact::Part, Urgency::Soon, $team, null,
        );
        $services = array_map(static fn(array $one): array => ['name' => $one['name'], 'state' => $one['state']->value], $down);
        // As it is now, not as it was to be.
        $text = (clone $work)->forceFill(['services' => $services])->words(PlanStage::Overrun, Language::English);
        $update = Update::publish([
            'incident_id' => $incident->id, 'number' => 1, 'stage' => Stage::Fixing, 'text' => $text, 'services' => $services,
            'author_id' => $work->author_id,
            'next_at' => $incident->occasion->next_update_at,
        ], $work->places);
        Journal::write(
            Actor::system(), UpdateEntry::UpdatePublished, ['incident', $incident->id],
            ['number' => $update->number, 'text' => $text, 'stage' => Stage::Fixing->value], ['incident' => $incident->id],
        );
        $incident->update(['stage' => Stage::Fixing, 'version' => $incident->version + 1]);
        $work->update(['incident_id' => $incident->id]);
    }

    /** @return int how many followers were looked at */
    private static function part(int $id, int $round, PlanStage $stage): int
    {
        $telling = DB::table('planned_tellings')->where('planned_id', $id)->where('round', $round)->where('stage', $stage->value)
            ->whereNull('ended_at')->first();
        $work = $telling === null ? null : PlannedWork::query()->find($id);
        if ($telling === null || $work === null) {
            return 0;
        }
        if ($telling->begun_at === null) {
            self::tellOwners($work, $round, $stage);
        }
        $some = Subscription::query()->active()->where('id', '>', $telling->upto)->orderBy('id')->limit(self::PART)->get();
        $notice = $work->notice();
        // Whoever was told that it is planned is told how it goes on, whatever they follow by now.
        $before = DB::table('planned_deliveries')->where('planned_id', $id)->whereIn('subscription_id', $some->modelKeys())->distinct()
            ->pluck('subscription_id')->all();
        $rows = $messages = [];
        foreach ($some as $one) {
            if (! in_array($one->id, $before, true) && ($stage->isEnd() || $one->follower()->interest->in($notice) === null)) {
                continue;
            }
            $rows[] = ['planned_id' => $id, 'round' => $round, 'stage' => $stage->value, 'subscription_id' => $one->id];
            $due = $one->channel->isPersonal()
                ? CarbonImmutable::createFromTimestamp($one->calm()->due(Moment::now(), false))
                : now()->toImmutable();
            // What begins before they would read of it is not kept for the morning.
            $due = $due->isBefore($work->from_at) || $stage->isEnd() ? $due : now()->toImmutable();
            $messages[] = [
                'key' => self::key($id, $round, $stage)."-$one->id", 'due' => $due, 'rank' => self::RANK,
                'payload' => ['planned' => $id, 'round' => $round, 'stage' => $stage->value, 'subscription' => $one->id],
            ];
        }
        if ($rows !== []) {
            DB::table('planned_deliveries')->insert($rows);
            Outbox::putMany('planned', $messages);
        }
        DB::table('planned_tellings')->where('planned_id', $id)->where('round', $round)->where('stage', $stage->value)->update([
            'begun_at' => $telling->begun_at ?? now(), 'upto' => $some->last()->id ?? $telling->upto,
            'ended_at' => $some->count() < self::PART ? now() : null,
        ]);

        return $some->count();
    }

    private static function tellOwners(PlannedWork $work, int $round, PlanStage $stage): void
    {
        foreach (PlannedAudience::owners($work, $stage)->modelKeys() as $person) {
            Outbox::put('planned', self::key($work->id, $round, $stage)."-of-$person", [
                'planned' => $work->id, 'round' => $round, 'stage' => $stage->value, 'person' => (string) $person,
            ], now(), self::RANK);
        }
    }

    /** @return string how receivers tell a repeat; of the first time as it always was */
    private static function key(int $id, int $round, PlanStage $stage): string
    {
        return "planned-$id-".($round === 1 ? '' : "$round-").$stage->value;
    }
}
