<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Particular;

/** Kinds of entries in the journal. */
enum ChangeEntry: string implements EntryKind
{
    case Planned = 'change.planned';
    case Edited = 'change.edited';
    case Asked = 'change.asked';
    case AskedAgain = 'change.asked_again';
    case Answered = 'change.answered';
    case Decided = 'change.decided';
    case Reminded = 'change.reminded';
    case TakenBack = 'change.taken_back';
    case Begun = 'change.begun';
    case StepDone = 'change.step_done';
    case StepUndone = 'change.step_undone';
    case Ended = 'change.ended';
    case Cancelled = 'change.cancelled';
    case Reviewed = 'change.reviewed';
    case Recorded = 'change.recorded';
    case Delivered = 'change.delivered';
    case TakenOut = 'change.taken_out';
    case Suspected = 'change.suspected';
    case Cleared = 'change.cleared';
    case Confirmed = 'change.confirmed';
    case TemplateMade = 'change_template.made';
    case TemplateAgreed = 'change_template.agreed';
    case TemplateWithdrawn = 'change_template.withdrawn';
    case RulesSaved = 'change_rules.saved';

    public function particulars(): array
    {
        return match ($this) {
            self::Answered => ['comment' => Particular::Words, 'for' => Particular::Person],
            self::Edited, self::AskedAgain => ['difference' => Particular::Words],
            self::Ended, self::Cancelled, self::Reviewed, self::Cleared, self::Confirmed, self::TakenBack => ['note' => Particular::Words],
            self::StepDone, self::StepUndone => ['text' => Particular::Words],
            self::RulesSaved, self::TemplateWithdrawn => ['note' => Particular::Words],
            self::Recorded => ['author' => Particular::Words],
            default => [],
        };
    }
}
