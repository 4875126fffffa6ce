<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Person;
use Skarvo\Paging\Reply;
use Skarvo\Paging\Target;

/** What somebody can answer to a page, and whom they mean when they hand it on. */
final class Answers
{
    /** @return array<int, string> by the key on a call; only there somebody is named to whom it can be handed, as a key cannot name anybody */
    public static function offered(Page $page, CallBatch $batch): array
    {
        if ($page->kind === 'test') {
            return [1 => 'yes'];
        }
        $next = $page->channel === 'voice' ? self::next($page, $batch) : null;

        return [1 => 'yes', 2 => 'no', 3 => 'in '.Reply::KEY_MINUTES] + match (true) {
            $page->channel !== 'voice' => [4 => 'hand to …'],
            $next === null => [],
            default => [4 => "hand to $next->name"],
        };
    }

    /** Whom a key hands it to, and the page offers first: whoever the call names later, or else somebody of their team. */
    public static function next(Page $page, CallBatch $batch = new CallBatch): ?Person
    {
        $now = now()->getTimestamp();
        foreach ($page->call->policy['steps'] ?? [] as $step) {
            foreach ($step['targets'] as $text) {
                $target = Target::parse($text);
                $id = $target === null ? null : ($target->isRota ? ($batch->segments($target->id, $now, $now + 1)[0] ?? null)?->person : $target->id);
                if ($id !== null && $id !== $page->person_id) {
                    return self::reachable()->find($id);
                }
            }
        }
        $team = $page->person?->team_id;

        return $team === null ? null : self::reachable()->where('team_id', $team)->where('id', '!=', $page->person_id)->orderBy('name')->first();
    }

    /**
     * Whom somebody named, by the whole name or its beginning, or by the beginning of the last name.
     *
     * @return list<Person> everybody whom it may mean
     */
    public static function named(string $name): array
    {
        $name = mb_strtolower(trim($name));
        if ($name === '') {
            return [];
        }
        $people = self::reachable()->orderBy('name')->get()->all();
        $words = static fn(Person $person): array => explode(' ', mb_strtolower($person->name));

        return array_values(array_filter($people, static fn(Person $p): bool => mb_strtolower($p->name) === $name || $p->id === $name))
            ?: array_values(array_filter($people, static fn(Person $p): bool => str_starts_with(mb_strtolower($p->name), $name) || array_filter($words($p), static fn(string $word): bool => $word === $name) !== []));
    }

    /** @return \Illuminate\Database\Eloquent\Builder<Person> */
    private static function reachable(): \Illuminate\Database\Eloquent\Builder
    {
        return Person::query()->whereNull('left_at')->whereHas('contacts');
    }
}
