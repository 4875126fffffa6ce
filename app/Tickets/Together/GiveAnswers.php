<?php

declare(strict_types=1);

namespace App\Tickets\Together;

use App\Platform\Contracts\ClockPart;
use App\Tickets\Ticket;
use App\Tickets\WorkTickets;
use Illuminate\Support\Facades\DB;

/** Tells each reporter of an incident what all of them are told: in parts, so that no page waits, and whatever breaks meanwhile, once. */
final class GiveAnswers implements ClockPart
{
    /** In one transaction. */
    public const PART = 40;

    public function name(): string
    {
        return 'answers';
    }

    public function whileBroken(): string
    {
        return 'What all reporters of an incident are to be told does not go out.';
    }

    /** @var array<int, \Throwable> by ticket: what cannot be answered holds up none of the others, and is tried again */
    private array $failed = [];

    public function __invoke(\Closure $mayWork): int
    {
        $this->failed = [];
        $done = 0;
        foreach (SharedAnswer::query()->goesOn()->orderBy('id')->pluck('id') as $id) {
            do {
                $told = DB::transaction(fn(): int => $mayWork() ? $this->part((int) $id) : 0);
                $done += $told;
            } while ($told === self::PART);
        }
        $failure = $this->failure();

        return $failure === null ? $done : throw $failure;
    }

    private function failure(): ?\Throwable
    {
        return array_values($this->failed)[0] ?? null;
    }

    private function part(int $id): int
    {
        $answer = SharedAnswer::query()->goesOn()->with(['incident', 'person'])->find($id);
        if ($answer === null) {
            return 0;
        }
        $owed = $answer->owed()->with(Ticket::NEEDS)->whereKeyNot(array_keys($this->failed))->orderBy('id')->limit(self::PART)->get();
        foreach ($owed as $ticket) {
            try {
                DB::transaction(static function () use ($id, $answer, $ticket): void {
                    DB::table('incident_answers_given')->insert(['answer_id' => $id, 'report_id' => $ticket->report_id, 'at' => now()]);
                    // It goes on waiting for us: they need not answer.
                    (new WorkTickets($answer->person))->answer($ticket, $answer->text, false);
                });
            } catch (\Throwable $e) {
                $this->failed[$ticket->id] = $e;
            }
        }

        return $owed->count();
    }
}
