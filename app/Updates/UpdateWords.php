<?php

declare(strict_types=1);

namespace App\Updates;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;

/** Words for journal entries. */
final class UpdateWords implements TellsEntries
{
    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match (UpdateEntry::tryFrom($kind)) {
            UpdateEntry::UpdatePublished => Sentence::strong(
                "Update {$facts->text('number')} published".(
                    $facts->text('corrects') === '' ? '' : ", a correction of update {$facts->text('corrects')}"
                ).match ($facts->text('found')) {
                    '' => '',
                    '1' => ', although one thing in it disagrees with the record',
                    default => ", although {$facts->text('found')} things in it disagree with the record",
                },
                $facts->text('text').($facts->text('despite') === '' ? '' : " (why: {$facts->text('despite')})")
                    .($facts->text('longer') === '' ? '' : " (later than usual: {$facts->text('longer')})"),
            ),
            UpdateEntry::UpdateOverdue => Sentence::strong('Update overdue', "owed since {$facts->time('due')}"),
            UpdateEntry::StatusAdmitted => Sentence::strong(
                'Let the status page say', $facts->text('old') ?: PublicStates::admission($facts->text('name')),
            ),
            UpdateEntry::StatusKept => Sentence::strong("Let the status page say that {$facts->text('name')} works", $facts->text('why')),
            UpdateEntry::QuestionsChanged => Sentence::plain("Changed what reporters are asked about {$facts->text('service')}"),
            UpdateEntry::OutsideWordsChanged => Sentence::plain('Changed the words that are not said to outsiders'),
            UpdateEntry::WorkAnnounced => Sentence::strong(
                "Announced planned work on {$facts->text('services')}",
                $facts->text('before').($facts->text('despite') === '' ? '' : " (why: {$facts->text('despite')})"),
            ),
            UpdateEntry::WorkMoved => Sentence::plain("Planned work on {$facts->text('services')} has changed: told to whoever it affects"),
            UpdateEntry::WorkToldAgain => Sentence::plain("Planned work on {$facts->text('services')} begins soon: told again"),
            UpdateEntry::WorkWithdrawn => Sentence::plain("Planned work on {$facts->text('services')} does not take place"),
            UpdateEntry::WorkOver => Sentence::plain("Planned work on {$facts->text('services')} is done"),
            UpdateEntry::WorkOverran => Sentence::strong("Planned work on {$facts->text('services')} takes longer than planned"),
            UpdateEntry::AudienceDefined => Sentence::plain("Defined who is told as {$facts->text('name')}"),
            UpdateEntry::AudienceDropped => Sentence::plain("Nobody is told as {$facts->text('name')} any more"),
            UpdateEntry::GlossaryChanged => Sentence::plain('Changed names and phrases in other languages'),
            UpdateEntry::ReportJudged => Sentence::plain(
                "The reporter of {$facts->text('ref')} says that it ".($facts->text('helped') === 'yes' ? 'helped' : 'did not help'),
                $facts->text('text'),
            ),
            UpdateEntry::FilesCame => Sentence::plain(
                $facts->text('count') === '1'
                    ? "Added a file to {$facts->text('ref')}"
                    : "Added {$facts->text('count')} files to {$facts->text('ref')}",
            ),
            UpdateEntry::PictureRead => Sentence::plain("Read the words in a picture of {$facts->text('ref')}"),
            UpdateEntry::CardGiven => Sentence::plain("Card given, for {$facts->text('hours')} h", $facts->text('for')),
            UpdateEntry::CardWithdrawn => Sentence::plain('Card withdrawn', $facts->text('for')),
            UpdateEntry::FollowerConfirmed => Sentence::plain('Follows from now on', "by {$facts->text('channel')}"),
            UpdateEntry::FollowerAdded => Sentence::plain('Added a follower', "by {$facts->text('channel')}"),
            UpdateEntry::FollowerResumed => Sentence::plain('Follows again', "by {$facts->text('channel')}"),
            UpdateEntry::FollowerPaused => Sentence::plain(
                "Nothing more is sent to a follower by {$facts->text('channel')}: nothing arrives there", $facts->text('error'),
            ),
            UpdateEntry::FollowerLeft => Sentence::plain('Follows no more', "by {$facts->text('channel')}"),
            UpdateEntry::FollowersTold => Sentence::plain(
                "Update {$facts->text('number')} is on its way to "
                    .($facts->text('count') === '1' ? 'one follower' : "{$facts->text('count')} followers"),
            ),
            UpdateEntry::AudienceChanged => Sentence::plain(
                $facts->text('added') === 'yes' ? 'Let a follower be told of it' : 'Let a follower not be told of it',
                "by {$facts->text('channel')}",
            ),
            null => null,
        };
    }

    public function written(): array
    {
        return [];
    }
}
