<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use App\Platform\Contracts\EntryKind;

/** Kinds of entries in the journal. */
enum PlatformEntry: string implements EntryKind
{
    case MailQueued = 'mail.queued';
    case MailSent = 'mail.sent';
    case MailFailed = 'mail.failed';
    case PersonMade = 'person.made';
    case PersonChanged = 'person.changed';
    case PersonPassword = 'person.password';
    case TeamMade = 'team.made';
    case TeamRenamed = 'team.renamed';
    case TeamDropped = 'team.dropped';
    case PersonLeft = 'person.left';
    case PersonReturned = 'person.returned';
    case TokenMade = 'token.made';
    case PersonSignedIn = 'person.signed_in';
    case PersonSignedOut = 'person.signed_out';
    case PersonSignInFailed = 'person.sign_in_failed';

    public function particulars(): array
    {
        return match ($this) {
            self::MailQueued, self::MailSent,
            self::MailFailed => ['to' => Particular::Words, 'subject' => Particular::Words, 'error' => Particular::Words],
            self::PersonMade, self::PersonPassword, self::PersonLeft, self::PersonReturned => ['person' => Particular::Person],
            self::PersonChanged => ['person' => Particular::Person, 'changes' => Particular::Words],
            self::PersonSignInFailed => ['person' => Particular::Person, 'from' => Particular::Words],
            default => [],
        };
    }
}
