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

    public function __invoke(\Closure $mayWork): int
    {
        $done = 0;
        foreach (SharedAnswer::query()->goesOn()->orderBy('id')->pluck('id') as $id) {
            do {
                $told = DB::transaction(static fn(): int => $mayWork() ? self::part((int) $id) : 0);
                $done += $told;
            } while ($told === self::PART);
        }

        return $done;
    }

    private static function part(int $id): int
    {
        $answer = SharedAnswer::query()->goesOn()->with(['incident', 'person'])->find($id);
        if ($answer === null) {
            return 0;
        }
        $owed = $answer->owed()->with(Ticket::NEEDS)->orderBy('id')->limit(self::PART)->get();
        foreach ($owed as $ticket) {
            DB::table('incident_answers_given')->insert(['answer_id' => $id, 'report_id' => $ticket->report_id, 'at' => now()]);
            // It goes on waiting for us: they need not answer.
            (new WorkTickets($answer->person))->answer($ticket, $answer->text, false);
        }

        return $owed->count();
    }
}
