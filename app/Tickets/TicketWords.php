<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;
use App\Platform\Staff\Names;
use Skarvo\Tickets\AttemptOutcome;
use Skarvo\Value\Language;

/** Words for journal entries. */
final class TicketWords implements TellsEntries
{
    public function tell(string $kind, Facts $facts): ?Sentence
    {
        $ref = $facts->text('ref');

        return match (TicketEntry::tryFrom($kind)) {
            TicketEntry::AllAnswered => Sentence::strong('All reporters are told', $facts->text('text')),
            TicketEntry::AllAnsweredStopped => Sentence::plain('Reporters who come later are not told any more', $facts->text('text')),
            TicketEntry::Answered => Sentence::plain("Answered the reporter of $ref", $facts->text('text')),
            TicketEntry::Noted => Sentence::plain("Internal note on $ref", $facts->text('text')),
            TicketEntry::TaskTaken => Sentence::plain("Took $ref", $facts->text('text')),
            TicketEntry::TaskSaid => Sentence::plain("Said on $ref", $facts->text('text')),
            TicketEntry::Said => Sentence::plain("The reporter of $ref wrote", $facts->text('text')),
            TicketEntry::MoreUrgent => Sentence::strong("The reporter says that $ref is more urgent", $facts->text('why')),
            TicketEntry::Taken => Sentence::plain("Took $ref"),
            TicketEntry::HandedOver => Sentence::plain(
                "Handed $ref over to ".($facts->person('person') ?: Names::team($facts->text('team')) ?: 'the desk'), $facts->text('why'),
            ),
            TicketEntry::Corrected => Sentence::plain("Corrected $ref", $facts->changes()),
            TicketEntry::Closed => Sentence::plain("Closed $ref"),
            TicketEntry::Reopened => Sentence::strong("$ref is open again"),
            TicketEntry::Forgotten => Sentence::plain("Erased whoever reported $ref", $facts->text('why')),
            TicketEntry::NoteRulesChanged => Sentence::plain('Changed where notes are seen besides'),
            TicketEntry::LessonUndone => Sentence::quiet("Learns no more from the {$facts->text('field')} of $ref"),
            TicketEntry::ChatFailed => Sentence::strong(
                "What was said to the reporter of $ref did not reach the chat", $facts->text('error'),
            ),
            TicketEntry::TaskAdded => Sentence::plain(
                'A task for '.self::whom($facts)." on $ref".($facts->text('due') === '' ? '' : ", by {$facts->time('due')}"),
                $facts->text('text'),
            ),
            TicketEntry::TaskPassed => Sentence::plain(
                'Passed on to '.self::whom($facts)." on $ref: {$facts->text('text')}", $facts->text('why'),
            ),
            TicketEntry::TaskBlocked => Sentence::strong("Blocked on $ref: {$facts->text('text')}", $facts->text('why')),
            TicketEntry::TaskGoesOn => Sentence::plain("Goes on, on $ref", $facts->text('text')),
            TicketEntry::TaskDone => Sentence::plain("Done on $ref", $facts->text('text')),
            TicketEntry::TaskSkipped => Sentence::plain("Skipped on $ref: {$facts->text('text')}", $facts->text('why')),
            TicketEntry::TaskReopened => Sentence::plain("To be done again on $ref", $facts->text('text')),
            TicketEntry::ChecklistFollowed => Sentence::plain("$ref follows the checklist “{$facts->text('name')}”"),
            TicketEntry::ChecklistSaved => Sentence::plain("Saved the checklist “{$facts->text('name')}”"),
            TicketEntry::ChecklistDropped => Sentence::plain("Dropped the checklist “{$facts->text('name')}”"),
            TicketEntry::Tried => Sentence::plain(
                "Tried on $ref: {$facts->text('what')}, which ".(AttemptOutcome::tryFrom($facts->text('outcome'))?->words() ?? ''),
                $facts->text('why'),
            ),
            TicketEntry::BusyAdded => Sentence::plain("Set a busy period: {$facts->text('name')}"),
            TicketEntry::BusyDropped => Sentence::plain("Took back the busy period {$facts->text('name')}"),
            TicketEntry::LinkingSwitched => Sentence::plain("Switched the linking of tickets by themselves {$facts->text('on')}"),
            TicketEntry::Translated => Sentence::quiet(
                "Translated on $ref from ".(Language::of($facts->text('from'))?->words() ?? '').' to '
                    .(Language::of($facts->text('to'))?->words() ?? ''),
            ),
            TicketEntry::NotTranslated => Sentence::plain("The translator failed on $ref", $facts->text('error')),
            TicketEntry::TranslationCorrected => Sentence::plain("Corrected a translation on $ref"),
            TicketEntry::Offered => Sentence::plain("Offers $ref to {$facts->person('person')}, who has to accept it", $facts->text('why')),
            TicketEntry::Accepted => Sentence::plain("Accepted $ref"),
            TicketEntry::Declined => Sentence::strong("Declined $ref, which stays where it is", $facts->text('why')),
            TicketEntry::OfferLapsed => Sentence::plain(
                "$ref stays where it is", "{$facts->person('person')}, to whom it was offered, has left",
            ),
            TicketEntry::SurgeFound => Sentence::strong(
                "{$facts->text('count')} reports on {$facts->text('service')}, {$facts->text('usual')} would be usual",
                "since {$facts->time('since')}",
            ),
            TicketEntry::SurgeOver => Sentence::quiet("The surge of reports on {$facts->text('service')} is over"),
            TicketEntry::SurgeConfirmed => Sentence::plain("Confirmed the surge of reports on {$facts->text('service')}"),
            TicketEntry::SurgeDismissed => Sentence::plain(
                "Dismissed the surge of reports on {$facts->text('service')}", $facts->text('why'),
            ),
            null => null,
        };
    }

    /** Who is to do it. */
    private static function whom(Facts $facts): string
    {
        return $facts->person('person') ?: (Names::team($facts->text('team')) ?: 'the desk');
    }

    public function written(): array
    {
        return [TicketEntry::Answered, TicketEntry::Noted, TicketEntry::Said, TicketEntry::TaskSaid];
    }
}
