<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use App\Platform\Contracts\TellsEntries;

/** Words for journal entries. */
final class PlatformWords implements TellsEntries
{
    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match (PlatformEntry::tryFrom($kind)) {
            PlatformEntry::MailQueued => Sentence::quiet("Email to {$facts->text('to')}", $facts->text('subject')),
            PlatformEntry::MailSent => Sentence::quiet("Email sent to {$facts->text('to')}", $facts->text('subject')),
            PlatformEntry::MailFailed => Sentence::strong("Email to {$facts->text('to')} failed", $facts->text('error')),
            PlatformEntry::PersonMade => Sentence::plain("Added {$facts->person('person')}"),
            PlatformEntry::PersonChanged => Sentence::plain("Changed the details of {$facts->person('person')}", $facts->changes()),
            PlatformEntry::PersonPassword => Sentence::plain("Set the password of {$facts->person('person')}"),
            PlatformEntry::TeamMade => Sentence::plain("Made the team {$facts->text('team')}"),
            PlatformEntry::TeamRenamed => Sentence::plain("Renamed the team {$facts->text('was')} to {$facts->text('team')}"),
            PlatformEntry::TeamDropped => Sentence::plain("Deleted the team {$facts->text('team')}"),
            PlatformEntry::PersonLeft => Sentence::plain("{$facts->person('person')} has left"),
            PlatformEntry::PersonReturned => Sentence::plain("{$facts->person('person')} is here again"),
            PlatformEntry::TokenMade => Sentence::plain("Made the token {$facts->text('name')}", $facts->list('abilities')),
            PlatformEntry::PersonSignedIn => Sentence::quiet('Signed in'),
            PlatformEntry::PersonSignedOut => Sentence::quiet('Signed out'),
            PlatformEntry::PersonSignInFailed => Sentence::plain(
                'Signing in as '.($facts->person('person') ?: 'nobody that there is').' failed',
                "from {$facts->text('from')}".($facts->is('waits') ? '; too often, so that further tries have to wait' : ''),
            ),
            null => null,
        };
    }

    public function written(): array
    {
        return [];
    }
}
