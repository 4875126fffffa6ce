<?php

declare(strict_types=1);

namespace App\Paging;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Paging\ReplyKind;

/** A call that nobody answers, or of which everybody has said no: a decision for whoever coordinates. */
final class Unanswered
{
    /** @return list<array{id: int, incident: int, ref: string, title: string, priority: int, words: string, said: string, at: CarbonImmutable, waits: CarbonImmutable|null}> the longest waiting first */
    public static function all(): array
    {
        $calls = Call::query()->unanswered()->with(['incident', 'team', 'person', 'pages.person'])->orderBy('id')->get();

        return array_values($calls->map(static fn(Call $call): array => [
            'id' => $call->id, 'incident' => $call->incident_id, 'ref' => $call->incident?->ref() ?? '',
            'title' => $call->incident->title ?? '', 'priority' => $call->incident->priority ?? 4,
            'words' => self::words($call), 'said' => self::said($call), 'at' => $call->refused_at ?? $call->outcome_at ?? $call->started_at,
            'waits' => $call->outcome->value === 'waiting' ? $call->step_ends_at : null,
        ])->all());
    }

    /** In a few words, how it came that nobody comes. */
    public static function words(Call $call): string
    {
        return self::say(self::facts($call));
    }

    /** @return array{whom: string, isTeam: bool, called: int, declined: int, unreachable: int, only: string} how it came that nobody comes: of how many who were called, how many said no or could not be reached */
    public static function facts(Call $call): array
    {
        $pages = self::pages($call);
        $people = $pages->pluck('person_id')->unique();

        return [
            'whom' => $call->calls(), 'isTeam' => $call->team !== null, 'called' => $people->count(),
            'declined' => $pages->where('answer', ReplyKind::No->value)->pluck('person_id')->unique()->count(),
            'unreachable' => $people->filter(
                static fn(string $id): bool => $pages->where('person_id', $id)->every(
                    static fn(Page $page): bool => $page->failed_at !== null,
                ),
            )->count(),
            'only' => $people->count() === 1 ? $pages->first()->person->name ?? '' : '',
        ];
    }

    /** @param  array{whom: string, isTeam: bool, called: int, declined: int, unreachable: int, only: string}  $facts */
    public static function say(array $facts): string
    {
        ['whom' => $whom, 'called' => $called, 'declined' => $declined, 'unreachable' => $unreachable] = $facts;
        if (! $facts['isTeam']) {
            return match (true) {
                $declined > 0 => "$whom said no",
                $called === 0, $unreachable > 0 => "$whom could not be reached",
                default => "$whom did not answer",
            };
        }

        return match (true) {
            $called === 0 => "$whom has nobody to call",
            $declined === $called => $called === 1 ? "{$facts['only']} of $whom said no" : "Everybody of $whom who was called said no",
            $unreachable === $called => "Nobody of $whom could be reached",
            $declined + $unreachable === $called => "Everybody of $whom who was called said no, or could not be reached",
            default => "Nobody of $whom answered",
        };
    }

    /** The reasons that they gave. */
    private static function said(Call $call): string
    {
        return self::pages($call)->where('answer', ReplyKind::No->value)->where('answer_why', '!=', '')->unique('person_id')
            ->map(static fn(Page $page): string => "{$page->person?->name}: \"$page->answer_why\"")->implode(' ');
    }

    /** @return Collection<int, Page> */
    private static function pages(Call $call): Collection
    {
        return $call->relationLoaded('pages') ? $call->pages : $call->pages()->with('person')->get();
    }
}
