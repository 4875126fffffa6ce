<?php

declare(strict_types=1);

namespace App\Paging;

use App\Paging\Delivery\DeliveryPaths;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Staff\Contact;
use Carbon\CarbonImmutable;

/** How somebody is reached: their ways, their own rules, and a page to try them. Call it inside a transaction. */
final class KeepReach
{
    private const MOST_TRIES = 3;

    /**
     * @param  array<mixed>  $contacts  channel, address, after (seconds); as they were validated
     * @param  array<mixed>  $rules  urgencies, hours, contacts; as they were validated
     * @param  int  $seen  the version that was on the screen
     *
     * @throws Refused if a rule names a way that is not among the contacts, or somebody saved meanwhile
     */
    public function set(Person $person, array $contacts, array $rules, int $seen, Person $by): void
    {
        $version = Locked::at($seen, $person, 'reach_version');
        $contacts = self::ordered($contacts);
        $rules = self::rules($rules);
        $known = array_column($contacts, 'channel');
        foreach (array_merge(...array_column($rules, 'contacts')) as $contact) {
            if (! in_array($contact['channel'], $known, true)) {
                throw Refused::because(
                    'A rule names a way that is not among the contacts: '.DeliveryPaths::words($contact['channel'])
                        .'. Add its address first, or take it out of the rule.',
                );
            }
        }
        $person->contacts()->delete();
        foreach ($contacts as $contact) {
            Contact::query()->create([
                'person_id' => $person->id, 'channel' => $contact['channel'], 'address' => $contact['address'],
                'after_seconds' => $contact['after'],
            ]);
        }
        $person->update(['reach_version' => $version, 'reach_rules' => $rules]);
        Journal::write(
            Actor::person($by), PagingEntry::PersonReach, ['person', $person->id],
            ['person' => $person->id, 'ways' => count($contacts), 'rules' => count($rules)],
        );
    }

    /**
     * A page to oneself.
     *
     * @param  string|null  $channel  on this way only
     *
     * @throws Refused if there is no such contact
     */
    public function test(Person $person, ?string $channel, Person $by): void
    {
        $contacts = $person->contacts()->when($channel !== null, static fn($query) => $query->where('channel', $channel))->get();
        if ($contacts->isEmpty()) {
            throw Refused::because('There is no such contact. Save what you changed first.');
        }
        $now = CarbonImmutable::instance(now());
        foreach ($contacts as $contact) {
            $page = Page::issue(
                [
                    'kind' => 'test', 'person_id' => $person->id, 'channel' => $contact->channel,
                    'address' => $contact->address, 'round' => 0, 'step' => 0,
                ],
                $now,
            );
            Outbox::put('page', "page-$page->id", ['page' => $page->id, 'channel' => $page->channel], $now, self::MOST_TRIES);
            Journal::write(
                Actor::person($by), PagingEntry::PageTest, ['person', $person->id],
                ['person' => $person->id, 'channel' => $page->channel],
            );
        }
    }

    /**
     * @param  array<mixed>  $rules
     * @return list<array{urgencies: list<mixed>, hours: mixed, contacts: list<array{channel: string, after: int}>}>
     */
    private static function rules(array $rules): array
    {
        return array_values(array_map(static fn(mixed $rule): array => is_array($rule) ? [
            'urgencies' => array_values((array) $rule['urgencies']), 'hours' => $rule['hours'] ?? null,
            'contacts' => array_map(
                static fn(array $c): array => ['channel' => $c['channel'], 'after' => $c['after']],
                self::ordered((array) $rule['contacts']),
            ),
        ] : throw new \LogicException('A rule has fields.'), $rules));
    }

    /**
     * @param  array<mixed>  $contacts
     * @return list<array{channel: string, address: string, after: int}> in the order in which they are tried
     */
    private static function ordered(array $contacts): array
    {
        $ways = array_values(array_map(static fn(mixed $c): array => is_array($c)
            ? ['channel' => (string) $c['channel'], 'address' => trim((string) ($c['address'] ?? '')), 'after' => (int) $c['after']]
            : throw new \LogicException('A contact has fields.'), $contacts));
        usort($ways, static fn(array $a, array $b): int => $a['after'] <=> $b['after']);

        return $ways;
    }
}
