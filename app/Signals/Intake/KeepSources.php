<?php

declare(strict_types=1);

namespace App\Signals\Intake;

use App\Platform\ApiToken;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Person;
use App\Platform\Refused;
use App\Signals\SignalEntry;

/** Sources as people keep them. Call it inside a transaction. */
final class KeepSources
{
    public function add(string $id, string $name, Person $by): void
    {
        if (Source::query()->whereKey($id)->exists()) {
            throw Refused::because('There is a source of that name already.', 'id');
        }
        Source::query()->create(['id' => $id, 'name' => $name, 'made_at' => now()]);
        Journal::write(Actor::person($by), SignalEntry::SourceMade, ['source', $id], ['name' => $name]);
    }

    /**
     * Of a source that only sent so far, it makes a record.
     *
     * @param  array{name: string, per_minute: int|null, team_id: string|null, mapping: mixed, sample: string|null}  $fields
     * @param  int  $seen  the version that was looked at: what nobody saw, nobody changes
     */
    public function change(string $id, array $fields, int $seen, Person $by): void
    {
        $source = Source::query()->find($id);
        $version = $source === null ? 2 : Locked::at($seen, $source, what: 'this source');
        $source ??= Source::query()->create(['id' => $id, 'name' => $fields['name'], 'made_at' => now()])->refresh();
        $source->update([...$fields, 'version' => $version]);
        Journal::write(Actor::person($by), SignalEntry::SourceChanged, ['source', $id], ['name' => $fields['name']]);
    }

    /**
     * The one before it no longer opens anything.
     *
     * @param  string|null  $seen  mark of the token that there was, as whoever makes one saw; null: whichever there is
     *
     * @throws Refused if somebody made one meanwhile: it may be in use by now
     */
    public function giveToken(string $id, #[\SensitiveParameter] string $plain, ?string $seen, Person $by): void
    {
        $source = Source::query()->lockForUpdate()->find($id) ?? Source::query()->create(['id' => $id, 'name' => $id, 'made_at' => now()]);
        if ($seen !== null && $seen !== $source->tokenMark()) {
            throw Refused::because('Somebody made a new token meanwhile, which yours would stop. Make another all the same if that is agreed.');
        }
        $source->update(['token_hash' => ApiToken::hashOf($plain)]);
        Journal::write(
            Actor::person($by), PlatformEntry::TokenMade, ['source', $id], ['name' => $id, 'abilities' => ["signals of $id"]],
        );
    }
}
