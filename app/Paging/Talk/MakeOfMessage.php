<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Incidents\Contracts\TakesTasks;
use App\Incidents\Finding\WorkHypotheses;
use App\Incidents\WriteNote;
use App\Platform\Database\Locked;
use App\Platform\Given;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Names;
use App\Platform\Team;

/** What was said becomes a fact, a decision, a hypothesis or a task, once. Call it inside a transaction. */
final readonly class MakeOfMessage
{
    public function __construct(private WriteNote $note) {}

    /** @throws Refused if somebody made something of it already, or the incident is over */
    public function __invoke(Message $message, MadeInto $into, ?Team $team, ?Person $for, Person $by): void
    {
        Locked::again($message)->load('incident');
        $incident = $message->incident;
        if ($message->made_into !== null) {
            throw Refused::because(
                Names::person($message->made_by_id).' made it '.MadeInto::from($message->made_into)->words().' already.'
            );
        }
        if (! $incident->isOpen() && in_array($into, [MadeInto::Hypothesis, MadeInto::Task], true)) {
            throw Refused::because("{$incident->ref()} is resolved.");
        }
        $message->update(['made_into' => $into->value, 'made_by_id' => $by->id]);
        $text = $message->text();
        $said = $message->person_id === $by->id ? $text : "$text ({$message->by()})";
        match ($into) {
            MadeInto::Fact => ($this->note)($incident, $said, false, $by),
            MadeInto::Decision => ($this->note)($incident, $said, true, $by),
            MadeInto::Hypothesis => (new WorkHypotheses($by))->add($incident, self::short($text, 300), '', null),
            MadeInto::Task => array_map(
                static fn(TakesTasks $one) => $one->add($incident, self::short($text, 200), $team, $for, $by),
                Given::all(TakesTasks::class),
            ),
        };
    }

    private static function short(string $text, int $most): string
    {
        $line = trim((string) preg_replace('/\s+/u', ' ', $text));

        return mb_strlen($line) <= $most ? $line : mb_substr($line, 0, $most - 1).'…';
    }
}
