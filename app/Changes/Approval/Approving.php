<?php

declare(strict_types=1);

namespace App\Changes\Approval;

use App\Changes\Change;
use App\Changes\ChangeEntry;
use App\Changes\Planning\Risks;
use App\Changes\Planning\Touched;
use App\Changes\Rules\StoredRules;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Role;
use App\Rota\Absences;
use App\Topology\Owners;
use Skarvo\Changes\Approvals\Answer;
use Skarvo\Changes\Approvals\Approval;
use Skarvo\Changes\Approvals\ApprovalOutcome;
use Skarvo\Changes\Approvals\Approvals;
use Skarvo\Changes\Approvals\ApprovalStage;
use Skarvo\Changes\Approvals\Quorum;
use Skarvo\Changes\Approvals\Request;
use Skarvo\Changes\Approvals\StageStanding;
use Skarvo\Changes\Approvals\StageState;
use Skarvo\Changes\ChangeState;
use Skarvo\Changes\Rules\ChangeRules;
use Skarvo\Time\Instant;
use Skarvo\Time\Intervals;

/** Asks for a change, takes what people say, and sees what follows from it. Call it inside a transaction. */
final class Approving
{
    /** How long somebody who is back, or stands in since, waits at most until they are asked. */
    private const LOOK_SECONDS = 300;

    /** Asks those whom the rules name. A change that needs nobody's word is approved at once. */
    public static function ask(Change $change, Person $by, ?string $difference): void
    {
        $stored = StoredRules::now();
        $touched = Touched::by($change->items()['down']);
        $isMajor = $stored->rules->isMajor($change->kind, $touched->highestTier(), Risks::of($change)->wrong);
        $round = (int) ($change->approval()->first()->round ?? 0) + 1;
        $stages = self::stages($stored->rules->stagesOf($change->kind, $isMajor), $change, $by, $touched);
        $approval = ChangeApproval::query()->create([
            'change_id' => $change->id, 'round' => $round, 'asked_at' => now()->startOfSecond(), 'asked_by_id' => $by->id,
            'stages' => $stages,
            'rules_version' => $stored->version, 'difference' => $difference,
        ]);
        $change->update(['state' => ChangeState::Asked, 'is_major' => $isMajor]);
        Journal::write(
            Actor::person($by), $round === 1 ? ChangeEntry::Asked : ChangeEntry::AskedAgain, ['change', $change->id],
            ['ref' => $change->ref(), 'title' => $change->title, 'difference' => (string) $difference],
        );
        self::settle($change, $approval->load('answers'));
    }

    /**
     * @throws Refused if they have no say in it
     */
    public static function answer(Change $change, Person $by, bool $yes, string $comment): void
    {
        $approval = $change->approval()->first()?->load('answers');
        if ($change->state !== ChangeState::Asked || $approval === null || $approval->outcome !== null) {
            throw Refused::because("{$change->ref()} waits for nobody's answer: it is {$change->words()}.");
        }
        $request = self::request($approval);
        $now = Moment::now();
        if (! Approvals::maySpeak($request, self::answers($approval), $by->id, $now)) {
            throw Refused::because($by->id === $approval->asked_by_id
                ? 'You asked for it yourself: others decide.'
                : "You have no say in {$change->ref()} now: you are not asked, or whoever you stand in for is back or has answered.");
        }
        ChangeAnswer::query()->create([
            'approval_id' => $approval->id, 'person_id' => $by->id, 'is_yes' => $yes, 'comment' => $comment === '' ? null : $comment,
            'at' => now(),
        ]);
        $after = self::outcome($approval->load('answers'));
        $for = null;
        foreach ($after->stages as $stage) {
            foreach ($stage->seats as $seat) {
                $for = $seat->by === $by->id && $seat->at === $now && $seat->of !== $by->id ? $seat->of : $for;
            }
        }
        Journal::write(Actor::person($by), ChangeEntry::Answered, ['change', $change->id], [
            'ref' => $change->ref(), 'title' => $change->title, 'answer' => $yes ? 'yes' : 'no', 'comment' => $comment,
            'for' => $for,
        ]);
        self::settle($change, $approval);
    }

    /** What follows from what was said, and from the time; and when to look again. */
    public static function settle(Change $change, ChangeApproval $approval): void
    {
        $now = Moment::now();
        $outcome = self::outcome($approval);
        if ($outcome->outcome !== ApprovalOutcome::Waiting) {
            $approval->update(['outcome' => $outcome->outcome, 'ended_at' => Moment::of((int) $outcome->at), 'look_at' => null]);
            $change->update(['state' => match ($outcome->outcome) {
                ApprovalOutcome::Granted => ChangeState::Approved,
                ApprovalOutcome::Refused => ChangeState::Refused,
                default => ChangeState::Expired,
            }, 'edition' => $change->edition + 1]);
            Journal::write(Actor::system(), ChangeEntry::Decided, ['change', $change->id], [
                'ref' => $change->ref(), 'title' => $change->title, 'outcome' => $outcome->outcome->value,
            ]);

            return;
        }
        $open = self::open($outcome);
        $stage = $approval->stages[array_search($open, $outcome->stages, true)] ?? null;
        $expires = $stage === null || $stage['expires'] === null || $open?->openedAt === null
            ? PHP_INT_MAX
            : $open->openedAt + $stage['expires'];
        $next = AskPeople::of($change, $approval, $open);
        // Somebody may come back meanwhile, or go.
        $approval->update(['look_at' => Moment::of(min($expires, $next, $now + self::LOOK_SECONDS))]);
    }

    public static function outcome(ChangeApproval $approval): Approval
    {
        if ($approval->stages === []) {
            return new Approval(ApprovalOutcome::Granted, $approval->asked_at->getTimestamp(), []);
        }

        return Approvals::of(self::request($approval), self::answers($approval), max(Moment::now(), $approval->asked_at->getTimestamp()));
    }

    public static function maySpeak(ChangeApproval $approval, Person $person): bool
    {
        return $approval->outcome === null
            && Approvals::maySpeak(self::request($approval), self::answers($approval), $person->id, Moment::now());
    }

    /** @return list<string> who speaks for the seats that nobody has answered for */
    public static function waitsFor(ChangeApproval $approval): array
    {
        return $approval->outcome === null ? self::open(self::outcome($approval))->waitsFor ?? [] : [];
    }

    public static function open(Approval $approval): ?StageStanding
    {
        foreach ($approval->stages as $stage) {
            if ($stage->state === StageState::Open) {
                return $stage;
            }
        }

        return null;
    }

    /** @return list<Answer> */
    private static function answers(ChangeApproval $approval): array
    {
        return array_values($approval->answers->map(static fn(ChangeAnswer $one): Answer => new Answer(
            Instant::ofSeconds(max($one->at->getTimestamp(), $approval->asked_at->getTimestamp())), $one->person_id, $one->is_yes,
        ))->all());
    }

    private static function request(ChangeApproval $approval): Request
    {
        $standIns = StoredRules::now()->rules->standIns;
        // What somebody said before they left still counts.
        $left = array_values(array_diff(
            self::left(),
            $approval->answers->pluck('person_id')->all(),
        ));
        $people = [];
        $stages = [];
        foreach ($approval->stages as $stage) {
            $of = self::withoutThoseWhoLeft($stage['of'], $left, $standIns);
            $stages[] = new ApprovalStage(
                $stage['name'], $of !== [] ? $of : $stage['of'], self::needs($stage['needs']), $stage['veto'], $stage['expires']
            );
            array_push($people, ...$of);
        }
        foreach ($people as $person) {
            array_push($people, ...$standIns[$person] ?? []);
        }
        $away = array_fill_keys($left, [[$approval->asked_at->getTimestamp(), PHP_INT_MAX]]);
        foreach (Absences::between($approval->asked_at->getTimestamp(), Moment::now() + 1, array_values(array_unique($people))) as $one) {
            if (! $one->isWish) {
                $away[$one->person][] = [$one->from, $one->to];
            }
        }

        return new Request(
            $approval->asked_at->getTimestamp(), $approval->asked_by_id,
            $stages === [] ? throw new \LogicException('It was asked of nobody.') : $stages,
            $standIns, array_map(Intervals::of(...), $away),
        );
    }

    /** @return list<string> */
    private static function left(): array
    {
        return array_values(array_map(strval(...), Person::query()->whereNotNull('left_at')->pluck('id')->all()));
    }

    /**
     * The stand-in of somebody who left takes their seat; without one the seat is gone.
     *
     * @param  list<string>  $of
     * @param  list<string>  $left
     * @param  array<array-key, list<string>>  $standIns
     * @return list<string>
     */
    private static function withoutThoseWhoLeft(array $of, array $left, array $standIns): array
    {
        $seats = [];
        foreach ($of as $person) {
            $next = ! in_array($person, $left, true) ? $person : (array_values(array_filter(
                $standIns[$person] ?? [], static fn(string $one): bool => ! in_array($one, $left, true) && ! in_array($one, $of, true),
            ))[0] ?? null);
            if ($next !== null && ! in_array($next, $seats, true)) {
                $seats[] = $next;
            }
        }

        return $seats;
    }

    /**
     * The stages with the people that their words mean, without those who do the change themselves.
     *
     * @param  list<ApprovalStage>  $stages
     * @return list<array{name: string, of: non-empty-list<string>, needs: string|array{count?: int, share?: int}, veto: bool, expires: int|null}>
     */
    private static function stages(array $stages, Change $change, Person $by, Touched $touched): array
    {
        $meant = static fn(string $word): array => array_map(strval(...), match ($word) {
            ChangeRules::PEERS => $change->team_id === null
                ? []
                : Person::query()->whereNull('left_at')->where('team_id', $change->team_id)->orderBy('id')->pluck('id')->all(),
            ChangeRules::OWNERS => Owners::recorded($touched->broken()),
            ChangeRules::COORDINATORS => Person::query()->whereNull('left_at')->get(['id', 'roles'])
                ->filter(static fn(Person $one): bool => $one->has(Role::Coordinator))->modelKeys(),
            default => [$word],
        });
        $own = array_filter([$change->implementer_id, $change->author_id, $by->id]);
        $left = self::left();
        $standIns = StoredRules::now()->rules->standIns;
        $asked = [];
        foreach ($stages as $stage) {
            $of = array_values(array_diff(array_unique(array_merge(...array_map($meant, $stage->of))), $own));
            $isNobodys = $of === [];
            $of = array_values(array_diff(self::withoutThoseWhoLeft($of, $left, $standIns), $own));
            if ($isNobodys && $stage->of === [ChangeRules::OWNERS]) {
                continue;
            }
            // Nobody is left who could say it: one of those who coordinate decides, so that it does not wait for ever.
            $needs = $of === [] ? Quorum::one() : $stage->needs;
            $of = $of === [] ? array_values(array_diff($meant(ChangeRules::COORDINATORS), $own)) : $of;
            $asked[] = [
                'name' => $stage->name, 'of' => $of === [] ? [$by->id] : $of, 'needs' => $needs->toJson(), 'veto' => $stage->veto,
                'expires' => $stage->expires,
            ];
        }

        return $asked;
    }

    /** @param  string|array{count?: int, share?: int}  $needs */
    private static function needs(string|array $needs): Quorum
    {
        return match (true) {
            is_array($needs) && isset($needs['share']) => Quorum::share($needs['share']),
            is_array($needs) => Quorum::count($needs['count'] ?? 1),
            default => $needs === 'all' ? Quorum::all() : Quorum::one(),
        };
    }
}
