<?php

declare(strict_types=1);

namespace App\Platform;

use App\Incidents\Incident;
use App\Paging\Call;
use App\Paging\Unanswered;
use App\Rota\Rota;
use App\Signals\Alert;
use App\Signals\AlertGroups;
use Carbon\CarbonImmutable;
use Carbon\CarbonInterface;
use Illuminate\Support\Facades\DB;
use Skarvo\Paging\Outcome;
use Skarvo\Paging\Target;
use Skarvo\Signals\Attention;
use Skarvo\Time\Duration;

/** All that is running out, soonest first. */
final class RunningClocks
{
    /** Groups that nobody has of which clocks are shown. */
    private const MOST_UNTAKEN = 12;

    private const HANDOVER_AHEAD_SECONDS = 2 * 3600;

    private const CONFIRM_WITHIN_SECONDS = 1800;

    /** @return list<array{id: string, title: string, detail: string, due: int, began: int, link: string, person: bool}> */
    public static function all(): array
    {
        $clocks = [...self::calls(), ...self::incidents(), ...self::untaken(), ...self::waiting(), ...self::handovers()];
        usort($clocks, static fn(array $a, array $b): int => [$a['due'], $a['id']] <=> [$b['due'], $b['id']]);

        return $clocks;
    }

    /** @return list<array{id: string, title: string, detail: string, due: int, began: int, link: string, person: bool}> */
    private static function calls(): array
    {
        $clocks = [];
        foreach (Call::query()->with(['incident', 'team', 'person', 'pages.person'])->whereIn('outcome', [Outcome::Waiting, Outcome::Exhausted])->where(static fn($query) => $query->where('outcome', Outcome::Waiting)->orWhere(static fn($ended) => $ended->whereNull('settled_at')->whereNull('handed_from')))->get() as $call) {
            if ($call->outcome === Outcome::Exhausted) {
                $clocks[] = self::clock("call-$call->id", Unanswered::words($call), 'call somebody else, '.($call->incident?->ref() ?? ''), $call->outcome_at ?? $call->started_at, $call->started_at, "/incidents/$call->incident_id", true);
            } elseif ($call->step_ends_at !== null) {
                $names = $call->pages->where('step', $call->step)->where('round', $call->round)->map(static fn($page): string => $page->person->name ?? '')->unique()->implode(', ');
                $clocks[] = self::clock("call-$call->id", $names === '' ? "Call to {$call->calls()} names nobody" : "Page to $names unanswered", self::next($call), $call->step_ends_at, $call->pages->last()->at ?? $call->started_at, "/incidents/$call->incident_id", true);
            }
        }

        return $clocks;
    }

    private static function next(Call $call): string
    {
        $next = $call->policy['steps'][$call->step] ?? ($call->round < $call->policy['rounds'] ? $call->policy['steps'][0] : null);
        if ($next === null) {
            return 'the last step of the last round';
        }
        $names = array_map(static function (string $text): string {
            $target = Target::parse($text);

            return match (true) {
                $target === null => $text,
                $target->isRota => Rota::query()->find($target->id)->name ?? $target->id,
                default => Person::query()->find($target->id)->name ?? $target->id,
            };
        }, $next['targets']);

        return 'then '.implode(' and ', $names);
    }

    /** @return list<array{id: string, title: string, detail: string, due: int, began: int, link: string, person: bool}> */
    private static function incidents(): array
    {
        $clocks = [];
        foreach (Incident::query()->whereNull('resolved_at')->get() as $incident) {
            if ($incident->next_update_at !== null) {
                $clocks[] = self::clock("update-$incident->id", "Update owed, {$incident->ref()}", $incident->title, $incident->next_update_at, $incident->declared_at, "/incidents/$incident->id#say", true);
            }
            $clocks[] = self::clock("restore-$incident->id", "Restore target, {$incident->ref()}", "priority $incident->priority", $incident->restore_by, $incident->declared_at, "/incidents/$incident->id", false);
        }

        return $clocks;
    }

    /** @return list<array{id: string, title: string, detail: string, due: int, began: int, link: string, person: bool}> */
    private static function untaken(): array
    {
        $groups = AlertGroups::during(request());
        $query = Alert::query()->undecided();
        $ordered = $groups->ordered($query);
        $runsOut = [];
        foreach ($ordered as $i => $group) {
            if (! $group['taken']) {
                $runsOut[$i] = Moment::seconds($group['since']) + Attention::mayWait($group['tier'], $group['rank']) * 60;
            }
        }
        // There may be tens of thousands; of equals, what matters most stays first.
        asort($runsOut);
        $due = [];
        foreach (array_slice($runsOut, 0, self::MOST_UNTAKEN, true) as $i => $at) {
            $due[] = [$at, Attention::mayWait($ordered[$i]['tier'], $ordered[$i]['rank']), $ordered[$i]];
        }
        $clocks = [];
        $titles = $groups->titles(array_column($due, 2), $query);
        foreach ($due as $i => [$at, $minutes, $group]) {
            $clocks[] = self::clock("group-{$group['id']}", "$titles[$i]: nobody has it", (Attention::isLongest($minutes) ? '' : "tier {$group['tier']}, ").'to be taken within '.Duration::words($minutes * 60), Moment::of($at), Moment::of($at - $minutes * 60), "/#group-{$group['id']}", true);
        }

        return $clocks;
    }

    /** @return list<array{id: string, title: string, detail: string, due: int, began: int, link: string, person: bool}> */
    private static function waiting(): array
    {
        $clocks = [];
        foreach (Alert::query()->whereNull('closed_at')->free()->where('wait_until', '>', now())->get() as $alert) {
            $clocks[] = self::clock("wait-$alert->id", $alert->title(), 'waits, then comes back to the watch', $alert->wait_until ?? now(), $alert->opened_at, "/alerts/$alert->id", false);
        }

        return $clocks;
    }

    /** @return list<array{id: string, title: string, detail: string, due: int, began: int, link: string, person: bool}> */
    private static function handovers(): array
    {
        $now = now()->getTimestamp();
        $clocks = [];
        foreach (Rota::query()->with('team')->get() as $rota) {
            $segments = $rota->between($now, $now + self::HANDOVER_AHEAD_SECONDS)->segments;
            if (count($segments) > 1) {
                $name = static fn(?string $id): string => $id === null ? 'nobody' : Person::query()->find($id)->name ?? $id;
                $clocks[] = self::clock("handover-$rota->id", 'Handover, '.($rota->team->name ?? $rota->name), $name($segments[0]->person).' to '.$name($segments[1]->person), CarbonImmutable::createFromTimestampUTC($segments[1]->from), CarbonImmutable::createFromTimestampUTC($segments[1]->from - self::HANDOVER_AHEAD_SECONDS), '/handovers', false);
            }
        }
        // What somebody wrote for whoever comes, and nobody has confirmed.
        foreach (DB::table('handovers')->join('rotas', 'rotas.id', '=', 'rota_id')->whereNull('confirmed_at')->where('added', '!=', '')->whereBetween('at', [$now - self::HANDOVER_AHEAD_SECONDS * 6, $now])->get(['handovers.id', 'at', 'rotas.name', 'comes_id']) as $row) {
            $clocks[] = self::clock("confirm-$row->id", "Handover not confirmed, $row->name", (Person::query()->find($row->comes_id)->name ?? 'nobody').' has to read it', CarbonImmutable::createFromTimestampUTC((int) $row->at + self::CONFIRM_WITHIN_SECONDS), CarbonImmutable::createFromTimestampUTC((int) $row->at), '/handovers', true);
        }

        return $clocks;
    }

    /** @return array{id: string, title: string, detail: string, due: int, began: int, link: string, person: bool} times in milliseconds; person: whether somebody has to act now */
    private static function clock(string $id, string $title, string $detail, CarbonInterface $due, CarbonInterface $began, string $link, bool $person): array
    {
        return ['id' => $id, 'title' => $title, 'detail' => $detail, 'due' => (int) $due->getTimestampMs(), 'began' => (int) $began->getTimestampMs(), 'link' => $link, 'person' => $person];
    }
}
