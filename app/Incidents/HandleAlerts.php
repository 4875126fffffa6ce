<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\AllOrEach;
use App\Platform\Contracts\ClockPart;
use App\Platform\Database\Locked;
use App\Platform\Database\Sql;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Team;
use App\Signals\Alert;
use App\Signals\AlertGroups;
use App\Signals\SignalEntry;
use App\Topology\Item;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Urgency;
use Skarvo\Signals\Handling;

/**
 * Does what rules and teams want done about alerts without a coordinator: pages for them, brings them back in working
 * hours, declares an incident once for a group whose team wants that, and attaches what follows.
 */
final class HandleAlerts implements ClockPart
{
    private const MOST = 200;

    /** Seconds until one that could not be handled is tried again. */
    private const BROKEN_WAITS = 30;

    /** Groups are held against the conditions of their teams this often: minutes count there. */
    private const LOOK_SECONDS = 1.0;

    private static float $looked = 0;

    public function __construct(private readonly DeclareIncident $declare, private readonly ProposeIncident $propose) {}

    public function name(): string
    {
        return 'handling';
    }

    public function whileBroken(): string
    {
        return 'Alerts do not page by themselves.';
    }

    /** @return int how many alerts were handled */
    public function __invoke(\Closure $mayWork): int
    {
        $done = $this->due()->exists() ? $this->handleDue($mayWork) : 0;
        if ($this->following()->exists()) {
            $done += DB::transaction(fn(): int => $mayWork() ? $this->attachFollowing() : 0);
        }
        if (microtime(true) - self::$looked > self::LOOK_SECONDS) {
            foreach (Team::query()->where('auto_incidents', 'do')->get() as $team) {
                $done += $this->declareFor($team, $mayWork);
            }
            self::$looked = microtime(true);
        }

        return $done;
    }

    /** Has the conditions of teams looked at again at the next tick. */
    public static function lookAgain(): void
    {
        self::$looked = 0;
    }

    /** @return Builder<Alert> */
    private function due(): Builder
    {
        $query = Alert::query()->where('handle_at', '<=', now());
        Sql::byIndex($query->getQuery(), 'alerts_handle_at_index');

        return $query->whereNull('handled_at')->whereNull('closed_at')->whereNull('withdrawn_at')->whereNull('put_away_at');
    }

    private function handleDue(\Closure $mayWork): int
    {
        $due = array_values($this->due()->orderBy('stamp')->limit(self::MOST)->pluck('id')->all());
        $done = 0;
        AllOrEach::run($due, function (array $some) use (&$done, $mayWork): void {
            $done += $this->handle($some, $mayWork);
        }, static function (mixed $id): void {
            Alert::query()->whereKey($id)->update(['handle_at' => now()->addSeconds(self::BROKEN_WAITS)]);
        });

        return $done;
    }

    /** @param  list<mixed>  $ids */
    private function handle(array $ids, \Closure $mayWork): int
    {
        return DB::transaction(function () use ($ids, $mayWork): int {
            $alerts = $mayWork() ? $this->due()->with('team')->whereKey($ids)->orderBy('stamp')->get() : new Collection;
            foreach ($alerts as $alert) {
                Alert::query()->whereKey($alert->id)->update(['handled_at' => now()]);
                if ($alert->handling === Handling::Hours) {
                    Journal::write(Actor::system(), SignalEntry::AlertBack, ['alert', $alert->id], ['title' => $alert->title()]);
                } elseif (Locked::again($alert)->incident_id === null) {
                    $this->page($alert);
                }
            }

            return $alerts->count();
        });
    }

    /** Pages the team of an alert: in the incident of its group if one is under way, or in one that declares itself. */
    private function page(Alert $alert): void
    {
        $incident = Incident::query()->whereNull('resolved_at')
            ->whereIn('id', self::inGroup($alert)->whereNotNull('incident_id')->select('incident_id'))->orderBy('id')
            ->first();
        $team = $alert->team;
        if ($incident === null) {
            $incident = $this->declareFrom(self::belonging(self::inGroup($alert))->get(), $alert, $team, true);
        } else {
            self::attach($incident, [$alert]);
        }
        Consequences::foresee($incident, Turn::alerted($team))->carryOut();
    }

    /**
     * Alerts whose group has an incident that takes in what follows.
     *
     * @return Builder<Alert>
     */
    private function following(): Builder
    {
        $groups = DB::table('incidents')->join('alerts', 'alerts.incident_id', '=', 'incidents.id')
            ->where('incidents.follows_group', true)->whereNull('incidents.resolved_at')
            ->whereNotNull('alerts.group_id')->distinct()->pluck('alerts.group_id');

        $alerts = Alert::query()->whereIn('group_id', $groups);
        Sql::byIndex($alerts->getQuery(), 'alerts_undecided_index');

        return self::belonging($alerts);
    }

    /**
     * Of some alerts those that an incident that declares itself takes in, at once or as they come.
     *
     * @param  Builder<Alert>  $alerts
     * @return Builder<Alert>
     */
    private static function belonging(Builder $alerts): Builder
    {
        return $alerts->whereNull('incident_id')->whereNull('closed_at')
            ->whereNull('withdrawn_at')->whereNull('put_away_at')->where('handling', '!=', Handling::Record);
    }

    private function attachFollowing(): int
    {
        $alerts = $this->following()->orderBy('stamp')->limit(self::MOST)->get();
        foreach ($alerts->groupBy('group_id') as $group => $members) {
            $incident = Incident::query()->where('follows_group', true)
                ->whereNull('resolved_at')
                ->whereIn('id', Alert::query()->where('group_id', $group)->whereNotNull('incident_id')->select('incident_id'))
                ->orderBy('id')->first();
            if ($incident !== null) {
                self::attach($incident, array_values($members->all()));
            }
        }

        return $alerts->count();
    }

    /** @param  list<Alert>  $alerts */
    private static function attach(Incident $incident, array $alerts): void
    {
        foreach ($alerts as $alert) {
            if (Alert::query()->whereKey($alert->id)->whereNull('incident_id')->update(['incident_id' => $incident->id]) === 1) {
                Journal::write(
                    Actor::system(), IncidentEntry::AlertAttached, ['alert', $alert->id],
                    ['title' => $alert->title(), 'item' => $alert->item_named], ['incident' => $incident->id],
                );
            }
        }
    }

    private function declareFor(Team $team, \Closure $mayWork): int
    {
        $declared = 0;
        foreach ((new AlertGroups)->meeting($team) as $group) {
            $declared += DB::transaction(function () use ($group, $team, $mayWork): int {
                $alerts = self::belonging(Alert::query()->where('group_id', $group['id']))
                    ->orderBy('first_signal_at')->orderBy('id')->get();
                $lead = $alerts->first();
                if (
                    $lead === null || ! $mayWork() || Alert::query()->where('group_id', $group['id'])->whereNotNull('incident_id')->exists()
                ) {
                    return 0;
                }

                $this->declareFrom($alerts, $lead, $team, false);

                return 1;
            });
        }

        return $declared;
    }

    /**
     * @param  Collection<int, Alert>  $alerts
     * @param  bool  $atOnce  whether a rule wants somebody to be paged at once, whatever is known to be hit
     */
    private function declareFrom(Collection $alerts, Alert $lead, ?Team $team, bool $atOnce): Incident
    {
        $from = Beginning::alerts($lead, ...$alerts->whereNotIn('id', [$lead->id])->all());
        $proposal = ($this->propose)($from);
        $service = Item::query()->find((string) ($proposal['service']['value'] ?? ''));
        // What hits no service that anybody knows of is as urgent as its rule says.
        $urgency = $service === null && $atOnce ? Urgency::Now : Urgency::from($proposal['urgency']['value']);

        return ($this->declare)(
            $from, $proposal['title']['value'], $service, Impact::from($proposal['impact']['value']), $urgency,
            $team ?? Team::query()->find((string) ($proposal['team']['value'] ?? '')), null,
        );
    }

    /** @return Builder<Alert> */
    private static function inGroup(Alert $alert): Builder
    {
        return Alert::query()->where('group_id', $alert->group_id ?? $alert->id);
    }
}
