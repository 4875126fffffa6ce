<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Person;
use Illuminate\Database\Eloquent\Builder;
use Skarvo\Tickets\TicketState;

/** The piles into which tickets are sorted: by who waits for whom. */
enum TicketPile: string
{
    /** As many as are shown of one. */
    public const MOST = 100;

    case Ours = 'ours';
    case Mine = 'mine';
    case Theirs = 'theirs';
    case Incident = 'incident';
    case Tasks = 'tasks';
    case Done = 'done';

    public function words(): string
    {
        return match ($this) {
            self::Ours => 'Waiting for us',
            self::Mine => 'Mine',
            self::Theirs => 'Waiting for them',
            self::Incident => 'With an incident',
            self::Tasks => 'Tasks',
            self::Done => 'Closed',
        };
    }

    /** @return Builder<Ticket> what runs out first stands first */
    public function tickets(Person $reader): Builder
    {
        $query = $this->of($reader)->readableBy($reader);

        return $this === self::Done
            ? $query->orderByDesc('closed_at')->orderByDesc('id')
            : $query->orderByRaw('case when more_urgent is null then 1 else 0 end')
                ->orderByRaw('case when due_at is null then 1 else 0 end')
                ->orderBy('due_at')->orderBy('waits_since')->orderBy('id');
    }

    /** @return list<array{pile: string, words: string, count: int}> */
    public static function counts(Person $reader): array
    {
        return array_map(static fn(self $pile): array => [
            'pile' => $pile->value, 'words' => $pile->words(),
            'count' => $pile === self::Done ? 0 : $pile->of($reader)->readableBy($reader)->count(),
        ], self::cases());
    }

    /** @return Builder<Ticket> */
    private function of(Person $reader): Builder
    {
        return match ($this) {
            self::Ours => Ticket::query()->whereIn('state', [TicketState::New, TicketState::Ours])->withIncident(false),
            self::Mine => Ticket::query()->open()
                ->where(static fn(Builder $own) => $own->where('person_id', $reader->id)->orWhere('offered_to_id', $reader->id)),
            self::Theirs => Ticket::query()->where('state', TicketState::Theirs)->withIncident(false),
            self::Incident => Ticket::query()->open()->withIncident(),
            self::Tasks => Ticket::query()->open()->whereNotNull('task_id'),
            self::Done => Ticket::query()->where('state', TicketState::Done),
        };
    }
}
