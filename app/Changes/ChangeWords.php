<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;
use Skarvo\Changes\Approvals\ApprovalOutcome;
use Skarvo\Changes\ChangeResult;

/** Words for journal entries. */
final class ChangeWords implements TellsEntries
{
    public function tell(string $kind, Facts $facts): ?Sentence
    {
        $what = trim("{$facts->text('ref')} {$facts->text('title')}");

        return match (ChangeEntry::tryFrom($kind)) {
            ChangeEntry::Planned => Sentence::plain("Planned a change: $what"),
            ChangeEntry::Edited => Sentence::plain("Changed the plan of $what", $facts->text('difference')),
            ChangeEntry::Asked => Sentence::plain("Asked for $what to be approved"),
            ChangeEntry::AskedAgain => Sentence::strong("The approval of $what lapsed: it is asked for again", $facts->text('difference')),
            ChangeEntry::Answered => Sentence::plain(
                ($facts->text('answer') === 'yes' ? 'Said yes' : 'Said no')." to $what"
                    .($facts->person('for') === '' ? '' : ", for {$facts->person('for')}"),
                $facts->text('comment'),
            ),
            ChangeEntry::Decided => Sentence::strong("$what ".match (ApprovalOutcome::tryFrom($facts->text('outcome'))) {
                ApprovalOutcome::Granted => 'is approved',
                ApprovalOutcome::Refused => 'is refused',
                ApprovalOutcome::Expired => 'got no answer in time',
                default => 'waits for approval',
            }),
            ChangeEntry::Reminded => Sentence::quiet("Reminded those who have not answered to $what"),
            ChangeEntry::TakenBack => Sentence::plain("Took $what back into its draft", $facts->text('note')),
            ChangeEntry::Begun => Sentence::strong("Began $what"),
            ChangeEntry::StepDone => Sentence::plain("Done in $what", $facts->text('text')),
            ChangeEntry::StepUndone => Sentence::plain("To be done again in $what", $facts->text('text')),
            ChangeEntry::Ended => Sentence::strong(
                "$what ".(ChangeResult::tryFrom($facts->text('result'))?->words() ?? 'ended'), $facts->text('note')
            ),
            ChangeEntry::Cancelled => Sentence::plain("Cancelled $what", $facts->text('note')),
            ChangeEntry::Reviewed => Sentence::plain("Reviewed $what", $facts->text('note')),
            ChangeEntry::Recorded => Sentence::plain($what, $facts->text('author') === '' ? '' : "By {$facts->text('author')}"),
            ChangeEntry::Delivered => Sentence::strong("$what is in place, for {$facts->text('for')}"),
            ChangeEntry::TakenOut => Sentence::strong("$what, for {$facts->text('for')}, was taken out again"),
            ChangeEntry::Suspected => Sentence::strong("$what is suspected to be behind it", $facts->text('sure')),
            ChangeEntry::Cleared => Sentence::plain("$what is not suspected any more", $facts->text('note')),
            ChangeEntry::Confirmed => Sentence::strong("$what is the cause", $facts->text('note')),
            ChangeEntry::TemplateMade => Sentence::plain("Made a template of standard changes: {$facts->text('title')}"),
            ChangeEntry::TemplateAgreed => Sentence::plain("Agreed on the template {$facts->text('title')}"),
            ChangeEntry::TemplateWithdrawn => Sentence::plain("Withdrew the template {$facts->text('title')}", $facts->text('note')),
            ChangeEntry::RulesSaved => Sentence::plain('Changed how changes are approved, and when they may be made', $facts->text('note')),
            null => null,
        };
    }

    public function written(): array
    {
        return [ChangeEntry::Answered, ChangeEntry::Ended, ChangeEntry::Reviewed, ChangeEntry::Confirmed, ChangeEntry::Cleared];
    }
}
