<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

/** One stage while it is open: takes answers, and knows who speaks for whom. */
final class Sitting
{
    private StageState $state = StageState::Open;

    private ?int $endedAt = null;

    /** @var array<int, Seat> */
    private array $seats;

    /** @var array<array-key, int> seat by whoever has answered for somebody else */
    private array $spokeFor = [];

    public readonly int $needed;

    public function __construct(private readonly Request $request, private readonly ApprovalStage $stage, public readonly int $openedAt)
    {
        $this->seats = self::seatsOf($request, $stage);
        $this->needed = $stage->needs->of(count($this->seats));
    }

    /** @return list<Seat> those of a stage before anybody has answered: whoever asked has none */
    public static function seatsOf(Request $request, ApprovalStage $stage): array
    {
        $people = array_filter($stage->of, static fn(string $person): bool => $person !== $request->askedBy);

        return array_map(static fn(string $person): Seat => new Seat($person), array_values($people));
    }

    public function state(): StageState
    {
        return $this->state;
    }

    public function endedAt(): ?int
    {
        return $this->endedAt;
    }

    public function take(Answer $answer): void
    {
        $seat = $this->seatFor($answer);
        if ($seat === null) {
            return;
        }
        $this->seats[$seat] = $this->seats[$seat]->with($answer);
        if ($this->seats[$seat]->of !== $answer->person) {
            $this->spokeFor[$answer->person] = $seat;
        }
        if ($answer->isYes && $this->yes() >= $this->needed) {
            $this->end(StageState::Granted, $answer->at->seconds);
        } elseif (! $answer->isYes && ($this->stage->veto || $this->yes() + count($this->unanswered()) < $this->needed)) {
            $this->end(StageState::Refused, $answer->at->seconds);
        }
    }

    /**
     * Ends it where its time is over.
     *
     * @param  bool  $whole  whether all that was said at that instant was heard
     */
    public function expireBy(int $at, bool $whole): void
    {
        $last = $this->stage->expires === null ? null : $this->openedAt + $this->stage->expires;
        if ($this->state === StageState::Open && $last !== null && ($at > $last || ($whole && $at === $last))) {
            $this->end(StageState::Expired, $last);
        }
    }

    /** @return list<string> who speaks for the seats that are unanswered, in their order */
    public function waitsFor(int $at): array
    {
        $speakers = $this->speakers($at);

        return array_values(array_filter(array_map(
            static fn(int $seat): ?string => $speakers[$seat] ?? null, array_keys($this->unanswered()),
        ), is_string(...)));
    }

    public function isStuck(int $at): bool
    {
        return $this->yes() + count($this->waitsFor($at)) < $this->needed;
    }

    public function standing(int $now): StageStanding
    {
        $isOpen = $this->state === StageState::Open;

        return new StageStanding(
            $this->stage->name, $this->state, $this->openedAt, $this->endedAt, $this->needed, $isOpen && $this->isStuck($now),
            $isOpen ? $this->waitsFor($now) : [], array_values($this->seats),
        );
    }

    private function end(StageState $state, int $at): void
    {
        $this->state = $state;
        $this->endedAt = $at;
    }

    private function seatFor(Answer $answer): ?int
    {
        foreach ($this->seats as $i => $seat) {
            if ($seat->of === $answer->person) {
                return $i;
            }
        }

        return array_flip($this->speakersFor($answer->at->seconds))[$answer->person] ?? null;
    }

    /** @return array<int, string> who speaks for a seat, by seat: the person, or somebody for them */
    private function speakers(int $at): array
    {
        $speakers = $this->speakersFor($at);
        foreach ($this->seats as $i => $seat) {
            if (! $this->request->isAway($seat->of, $at)) {
                $speakers[$i] = $seat->of;
            }
        }

        return $speakers;
    }

    /** @return array<int, string> who speaks for somebody else, by seat */
    private function speakersFor(int $at): array
    {
        $speakers = [];
        foreach ($this->seats as $i => $seat) {
            if (! $this->request->isAway($seat->of, $at) || $seat->isAnsweredInPerson()) {
                continue;
            }
            $speaker = $seat->by;
            foreach ($speaker === null ? $this->request->standInsOf($seat->of) : [] as $standIn) {
                if ($this->maySpeak($standIn, $at) && ! in_array($standIn, $speakers, true)) {
                    $speaker = $standIn;

                    break;
                }
            }
            if ($speaker !== null) {
                $speakers[$i] = $speaker;
            }
        }

        return $speakers;
    }

    private function maySpeak(string $standIn, int $at): bool
    {
        return $standIn !== $this->request->askedBy && ! in_array($standIn, $this->stage->of, true)
            && ! isset($this->spokeFor[$standIn]) && ! $this->request->isAway($standIn, $at);
    }

    private function yes(): int
    {
        return count(array_filter($this->seats, static fn(Seat $seat): bool => $seat->isYes === true));
    }

    /** @return array<int, Seat> */
    private function unanswered(): array
    {
        return array_filter($this->seats, static fn(Seat $seat): bool => ! $seat->isAnswered());
    }
}
