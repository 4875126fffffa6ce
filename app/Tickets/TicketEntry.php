<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Particular;

/** Kinds of entries in the journal. */
enum TicketEntry: string implements EntryKind
{
    case Answered = 'ticket.answered';
    case AllAnswered = 'ticket.all_answered';
    case AllAnsweredStopped = 'ticket.all_answered_stopped';
    case Noted = 'ticket.noted';
    case Said = 'ticket.said';
    case MoreUrgent = 'ticket.more_urgent';
    case Taken = 'ticket.taken';
    case HandedOver = 'ticket.handed_over';
    case Corrected = 'ticket.corrected';
    case Closed = 'ticket.closed';
    case Reopened = 'ticket.reopened';
    case Forgotten = 'ticket.forgotten';
    case NoteRulesChanged = 'note_rules.changed';
    case LessonUndone = 'lesson.undone';
    case ChatFailed = 'ticket.chat_failed';
    case TaskAdded = 'task.added';
    case TaskDone = 'task.done';
    case TaskSkipped = 'task.skipped';
    case TaskReopened = 'task.reopened';
    case TaskSaid = 'task.said';
    case TaskTaken = 'task.taken';
    case TaskPassed = 'task.passed';
    case TaskBlocked = 'task.blocked';
    case TaskGoesOn = 'task.goes_on';
    case ChecklistFollowed = 'checklist.followed';
    case ChecklistSaved = 'checklist.saved';
    case ChecklistDropped = 'checklist.dropped';
    case Tried = 'ticket.tried';
    case BusyAdded = 'busy.added';
    case BusyDropped = 'busy.dropped';
    case LinkingSwitched = 'linking.switched';
    case Translated = 'ticket.translated';
    case NotTranslated = 'ticket.not_translated';
    case TranslationCorrected = 'ticket.translation_corrected';
    case Offered = 'ticket.offered';
    case Accepted = 'ticket.accepted';
    case Declined = 'ticket.declined';
    case OfferLapsed = 'ticket.offer_lapsed';
    case SurgeFound = 'surge.found';
    case SurgeOver = 'surge.over';
    case SurgeConfirmed = 'surge.confirmed';
    case SurgeDismissed = 'surge.dismissed';

    public function particulars(): array
    {
        return match ($this) {
            self::Answered, self::AllAnswered, self::AllAnsweredStopped, self::Noted, self::Said,
            self::TaskSaid => ['text' => Particular::Words],
            self::TaskAdded => ['text' => Particular::Words, 'person' => Particular::Person],
            self::TaskPassed => ['text' => Particular::Words, 'person' => Particular::Person, 'why' => Particular::Words],
            self::TaskBlocked => ['text' => Particular::Words, 'why' => Particular::Words],
            self::TaskGoesOn, self::TaskDone, self::TaskReopened, self::TaskTaken => ['text' => Particular::Words],
            self::TaskSkipped => ['text' => Particular::Words, 'why' => Particular::Words],
            self::Tried => ['what' => Particular::Words, 'why' => Particular::Words],
            self::MoreUrgent, self::SurgeDismissed, self::Forgotten => ['why' => Particular::Words],
            self::Declined => ['why' => Particular::Words],
            self::Offered, self::HandedOver => ['why' => Particular::Words, 'person' => Particular::Person],
            default => [],
        };
    }
}
