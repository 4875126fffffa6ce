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
    case SettingsChanged = 'settings.changed';
    case TokenMade = 'token.made';
    case PersonSignedIn = 'person.signed_in';
    case PersonSignedOut = 'person.signed_out';
    case PersonSignInFailed = 'person.sign_in_failed';
}
