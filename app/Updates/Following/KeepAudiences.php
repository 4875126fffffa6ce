<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Updates\UpdateEntry;
use Illuminate\Support\Facades\DB;

/** Defines who is told of what without asking. */
final readonly class KeepAudiences
{
    public function __construct(private Person $by) {}

    /** @param  array<string, mixed>  $columns */
    public function add(array $columns): void
    {
        DB::transaction(fn() => $this->write(UpdateEntry::AudienceDefined, Audience::query()->create($columns)));
    }

    /**
     * @param  array<string, mixed>  $columns
     *
     * @throws Refused if somebody else changed it meanwhile
     */
    public function change(Audience $audience, array $columns, int $version): void
    {
        DB::transaction(function () use ($audience, $columns, $version): void {
            Locked::again($audience);
            if ($audience->version !== $version || $audience->ended_at !== null) {
                throw Refused::because(
                    'Somebody else changed this audience meanwhile. What you entered is still here; reload the page to see theirs.'
                );
            }
            $audience->update([...$columns, 'version' => $version + 1]);
            $this->write(UpdateEntry::AudienceDefined, $audience);
        });
    }

    /** Twice changes nothing. Who was told by it goes on hearing of what is open. */
    public function drop(Audience $audience): void
    {
        DB::transaction(function () use ($audience): void {
            Locked::again($audience);
            if ($audience->ended_at === null) {
                $audience->update(['ended_at' => now(), 'version' => $audience->version + 1]);
                $this->write(UpdateEntry::AudienceDropped, $audience);
            }
        });
    }

    private function write(UpdateEntry $kind, Audience $audience): void
    {
        AudiencesAskOften::changed();
        Journal::write(Actor::person($this->by), $kind, ['audience', $audience->id], ['name' => $audience->name]);
    }
}
