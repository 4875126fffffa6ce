<?php

declare(strict_types=1);

namespace App\Signals\Tuning;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Setting;
use App\Signals\SignalEntry;

/** Which team gets alerts that nobody owns: neither a rule, a source, an item nor a service names one. */
final class Unowned
{
    /** The setting. */
    private const ID = 'unowned';

    public static function team(): ?string
    {
        $team = (Setting::query()->find(self::ID)->value ?? [])['team'] ?? null;

        return is_string($team) ? $team : null;
    }

    /** Call it inside a transaction. */
    public static function set(?string $team, Person $by): void
    {
        Setting::query()->updateOrCreate(['id' => self::ID], ['value' => ['team' => $team]]);
        Journal::write(Actor::person($by), SignalEntry::UnownedChanged, ['setting', self::ID]);
    }
}
