<?php

declare(strict_types=1);

namespace Skarvo\Changes\Rules;

/** What the rules can ask for before a change may be asked for. */
enum Field: string
{
    case Reason = 'reason';
    case BackOut = 'back_out';
    case Steps = 'steps';
    case Implementer = 'implementer';

    public function words(): string
    {
        return match ($this) {
            self::Reason => 'why it is done',
            self::BackOut => 'the way back',
            self::Steps => 'the steps',
            self::Implementer => 'who does it',
        };
    }
}
