<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Staff\Names;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Skarvo\Paging\ReplyKind;

/**
 * A call that nobody answers, or of which everybody has said no: a decision for whoever coordinates.
 *
 * @phpstan-type UnansweredCall array{
 *     id: int, link: string, ref: string, title: string, priority: int, words: string, said: string, at: CarbonImmutable,
 *     waits: CarbonImmutable|null,
 * }
 */
final class Unanswered
{
    /** @return list<UnansweredCall> the longest waiting first */
    public static function all(): array
    {
        $calls = Call::query()->unanswered()->with(['occasion', 'pages'])->orderBy('id')->get();

        return array_values($calls->map(static fn(Call $call): array => [
            'id' => $call->id, 'link' => $call->occasion->path, 'ref' => $call->occasion->ref,
            'title' => $call->occasion->title, 'priority' => $call->occasion->priority,
            'words' => self::words($call), 'said' => self::said($call), 'at' => $call->refused_at ?? $call->outcome_at ?? $call->started_at,
            'waits' => $call->outcome->value === 'waiting' ? $call->step_ends_at : null,
        ])->all());
    }

    /** In a few words, how it came that nobody comes. */
    public static function words(Call $call): string
    {
        return self::say(
            $call->calls(), $call->team_id !== null, Names::person(self::pages($call)->first()?->person_id), self::counts($call),
        );
    }

    /** @return array<string, string|int|null> the same, for the journal */
    public static function facts(Call $call): array
    {
        $people = self::pages($call)->pluck('person_id')->unique();

        return [...$call->whom(), ...self::counts($call), 'only' => $people->count() === 1 ? $people->first() : null];
    }

    /** @return array{called: int, declined: int, unreachable: int} how many were called, and of them said no or could not be reached */
    private static function counts(Call $call): array
    {
        $pages = self::pages($call);
        $people = $pages->pluck('person_id')->unique();

        return [
            'called' => $people->count(),
            'declined' => $pages->where('answer', ReplyKind::No->value)->pluck('person_id')->unique()->count(),
            'unreachable' => $people->filter(
                static fn(string $id): bool => $pages->where('person_id', $id)->every(
                    static fn(Page $page): bool => $page->failed_at !== null,
                ),
            )->count(),
        ];
    }

    /**
     * @param  string  $only  whoever was called, where it was one
     * @param  array{called: int, declined: int, unreachable: int}  $counts
     */
    public static function say(string $whom, bool $isTeam, string $only, array $counts): string
    {
        ['called' => $called, 'declined' => $declined, 'unreachable' => $unreachable] = $counts;
        if (! $isTeam) {
            return match (true) {
                $declined > 0 => "$whom said no",
                $called === 0, $unreachable > 0 => "$whom could not be reached",
                default => "$whom did not answer",
            };
        }

        return match (true) {
            $called === 0 => "$whom has nobody to call",
            $declined === $called => $called === 1 ? "$only of $whom said no" : "Everybody of $whom who was called said no",
            $unreachable === $called => "Nobody of $whom could be reached",
            $declined + $unreachable === $called => "Everybody of $whom who was called said no, or could not be reached",
            default => "Nobody of $whom answered",
        };
    }

    /** The reasons that they gave. */
    private static function said(Call $call): string
    {
        return self::pages($call)->where('answer', ReplyKind::No->value)->where('answer_why', '!=', '')->unique('person_id')
            ->map(static fn(Page $page): string => Names::person($page->person_id).": \"$page->answer_why\"")->implode(' ');
    }

    /** @return Collection<int, Page> */
    private static function pages(Call $call): Collection
    {
        return $call->relationLoaded('pages') ? $call->pages : $call->pages()->get();
    }
}
