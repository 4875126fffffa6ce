<?php

declare(strict_types=1);

namespace App\Paging\Talk;

/** What a message of a conversation is made into. */
enum MadeInto: string
{
    case Fact = 'fact';
    case Decision = 'decision';
    case Hypothesis = 'hypothesis';
    case Task = 'task';

    public function words(): string
    {
        return match ($this) {
            self::Fact => 'a fact',
            self::Decision => 'a decision',
            self::Hypothesis => 'a hypothesis',
            self::Task => 'a task',
        };
    }
}
