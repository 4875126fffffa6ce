<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Person;
use App\Platform\Staff\Contact;
use Skarvo\Paging\Reachability;

/** Who may not be reached, in sentences: before they are needed. */
final class ReachDoubts
{
    private const LATELY_DAYS = 7;

    /**
     * @param  list<string>  $people
     * @return list<string>
     */
    public static function about(array $people): array
    {
        $told = [];
        $by = self::byPerson($people);
        foreach (Person::query()->whereKey(array_keys($by))->orderBy('name')->pluck('name', 'id') as $id => $name) {
            foreach ($by[$id] ?? [] as $doubt) {
                $told[] = (is_string($name) ? $name : (string) $id)." $doubt.";
            }
        }

        return $told;
    }

    /**
     * @param  list<string>  $people
     * @return array<array-key, list<string>> ends of sentences, by person; those about whom there is no doubt are left out
     */
    public static function byPerson(array $people): array
    {
        $channels = Contact::query()->whereIn('person_id', $people)->get(['person_id', 'channel'])->groupBy('person_id');
        $last = Page::query()->whereIn('person_id', $people)->where('at', '>=', now()->subDays(self::LATELY_DAYS))
            ->where(static fn($query) => $query->whereNotNull('failed_at')->orWhereNotNull('delivered_at')->orWhereNotNull('answered_at'))
            ->orderBy('id')->get(['id', 'person_id', 'channel', 'failed_at', 'delivered_at'])->groupBy('person_id');
        $doubts = [];
        foreach ($people as $person) {
            // The last on each channel counts: what has arrived since is sound again.
            $failed = $last->get($person)?->keyBy('channel')
                ->filter(static fn(Page $page): bool => $page->failed_at !== null && $page->delivered_at === null)
                ->keys()->map(strval(...))->all() ?? [];
            $doubts[$person] = Reachability::doubts(
                array_values($channels->get($person)?->pluck('channel')->map(strval(...))->all() ?? []), array_values($failed),
            );
        }

        return array_filter($doubts);
    }
}
