<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use App\Platform\Contracts\TellsEntries;

/** Words for journal entries. */
final class PlatformWords implements TellsEntries
{
    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match ($kind) {
            'mail.queued' => Sentence::quiet("Email to {$facts->text('to')}", $facts->text('subject')),
            'mail.sent' => Sentence::quiet("Email sent to {$facts->text('to')}", $facts->text('subject')),
            'mail.failed' => Sentence::strong("Email to {$facts->text('to')} failed", $facts->text('error')),
            'person.made' => Sentence::plain("Added {$facts->text('person')}"),
            'person.changed' => Sentence::plain("Changed the details of {$facts->text('person')}", $facts->changes()),
            'person.password' => Sentence::plain("Set the password of {$facts->text('person')}"),
            'team.made' => Sentence::plain("Made the team {$facts->text('team')}"),
            'team.renamed' => Sentence::plain("Renamed the team {$facts->text('was')} to {$facts->text('team')}"),
            'team.dropped' => Sentence::plain("Deleted the team {$facts->text('team')}"),
            'person.left' => Sentence::plain("{$facts->text('person')} has left"),
            'settings.changed' => Sentence::plain("Changed {$facts->text('what')}"),
            'token.made' => Sentence::plain("Made the token {$facts->text('name')}", $facts->list('abilities')),
            'person.signed_in' => Sentence::quiet('Signed in'),
            'person.signed_out' => Sentence::quiet('Signed out'),
            'person.sign_in_failed' => Sentence::plain(
                "Signing in as {$facts->text('person')} failed",
                "from {$facts->text('from')}".($facts->is('waits') ? '; too often, so that further tries have to wait' : ''),
            ),
            default => null,
        };
    }

    public function written(): array
    {
        return [];
    }
}
