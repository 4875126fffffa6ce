<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Person;
use App\Platform\Staff\Contact;
use Skarvo\Paging\Contact as CoreContact;
use Skarvo\Paging\ReachRule;
use Skarvo\Time\Zone;

/** How each person is reached for something of an urgency that begins now, by their own rules. */
final class ReachPeople
{
    /**
     * @param  list<string>|null  $people  everybody if null
     * @return array<string, list<array{channel: string, after: int}>> by person; who has left cannot be reached
     */
    public static function contacts(string $urgency, int $at, ?array $people = null): array
    {
        return Person::query()->with('contacts')
            ->when($people !== null, static fn($query) => $query->whereKey($people))->orderBy('id')->get()
            ->mapWithKeys(static fn(Person $person): array => [
                $person->id => $person->left_at === null ? self::of($person, $urgency, $at) : [],
            ])->all();
    }

    /** @return list<array{channel: string, after: int}> */
    public static function of(Person $person, string $urgency, int $at): array
    {
        $known = array_fill_keys($person->contacts->pluck('channel')->all(), true);
        $usual = array_values($person->contacts->map(
            static fn(Contact $c): CoreContact => new CoreContact($c->channel, $c->after_seconds),
        )->all());
        $rules = array_map(static fn(array $rule): ReachRule => new ReachRule(
            $rule['urgencies'], Hours::window($rule['hours']), array_values(array_map(
                static fn(array $c): CoreContact => new CoreContact($c['channel'], $c['after']),
                // A contact that was taken away since the rule was made is no way to reach anybody.
                array_filter($rule['contacts'], static fn(array $c): bool => isset($known[$c['channel']])),
            )),
        ), $person->reach_rules);

        return array_map(
            static fn(CoreContact $c): array => ['channel' => $c->channel, 'after' => $c->after],
            ReachRule::contacts($rules, $usual, $urgency, $at, Zone::orUtc($person->time_zone)),
        );
    }
}
