<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Person;
use App\Platform\Staff\NamedPeople;
use Illuminate\Database\Eloquent\Builder;
use Skarvo\Paging\HandOn;
use Skarvo\Paging\Reply;
use Skarvo\Paging\StepTarget;

/** What somebody can answer to a page, and whom they mean when they hand it on. */
final class Answers
{
    /**
     * @param  \Closure(): ?Person  $next  to whom a key hands it: only on a call somebody is named, as a key cannot name anybody
     * @return array<int, string> by the key on a call
     */
    public static function offered(string $kind, string $channel, \Closure $next): array
    {
        if ($kind === 'test') {
            return [1 => 'yes'];
        }
        $next = $channel === 'voice' ? $next() : null;

        return [1 => 'yes', 2 => 'no', 3 => 'in '.Reply::KEY_MINUTES] + match (true) {
            $channel !== 'voice' => [4 => 'hand to …'],
            $next === null => [],
            default => [4 => "hand to $next->name"],
        };
    }

    /** Whom a key hands it to, and the page offers first: whoever the call names later, or else somebody of their team. */
    public static function next(Page $page, CallBatch $batch = new CallBatch): ?Person
    {
        $now = now()->getTimestamp();
        $named = [];
        foreach ($page->call->policy['steps'] ?? [] as $step) {
            foreach ($step['targets'] as $text) {
                $target = StepTarget::parse($text);
                $named[] = $target === null
                    ? null
                    : ($target->isRota ? ($batch->segments($target->id, $now, $now + 1)[0] ?? null)?->person : $target->id);
            }
        }
        $named = array_values(array_filter($named, is_string(...)));
        $team = $page->person?->team_id;
        $reachable = NamedPeople::reachable()
            ->where(static fn(Builder $query) => $query->whereKey($named)->orWhere(
                static fn(Builder $own) => $own->whereNotNull('team_id')->where('team_id', $team),
            ))
            ->orderBy('name')->get()->keyBy('id');
        $mates = $reachable->filter(static fn(Person $person): bool => $person->team_id !== null && $person->team_id === $team)->keys();

        return $reachable->get(HandOn::next(
            $page->person_id, $named, array_values($mates->map(strval(...))->all()),
            array_values($reachable->keys()->map(strval(...))->all()),
        ) ?? '');
    }
}
