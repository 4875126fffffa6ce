<?php

declare(strict_types=1);

namespace Skarvo\Topology\Scan;

use Skarvo\Topology\Record\BadValue;
use Skarvo\Topology\Record\RecordFields;

/**
 * Lays a scanner's snapshot beside the record of the estate: what is recognised and what is new, what changes and what
 * contradicts a person, what is not seen any more. Nothing that a person set changes, and nothing vanishes.
 */
final readonly class Reconcile
{
    /** A snapshot that would call so large a part of what its scanner knows not seen waits for a person. */
    private const HELD_FROM = 0.5;

    /** Of fewer items than that, any part may be gone. */
    private const HELD_LEAST = 4;

    /**
     * @param  list<KnownItem>  $items  all that is recorded
     * @param  list<ConnectionRule>  $rules  the first that fits accepts
     * @param  \Closure(string, string): bool  $isNeeded  whether one item is recorded to need another
     */
    public function __construct(private array $items, private RecordFields $fields, private array $rules, private \Closure $isNeeded) {}

    public function take(Snapshot $snapshot): Reconciled
    {
        $recognise = new Recognise($this->items, $this->fields);
        $known = [];
        foreach ($this->items as $item) {
            $known[$item->id] = $item;
        }
        $findings = $refused = $byRef = $taken = $seen = $refusedOnes = [];
        $before = [];
        foreach ($this->inOrderOfTrust($snapshot->items) as $observed) {
            $same = $this->sameAs($observed, $before);
            foreach (array_keys($this->identities($observed)) as $identity) {
                $before[$identity][] = $observed;
            }
            ['id' => $id, 'by' => $by, 'unclear' => $unclear] = $recognise->find($observed);
            // Whichever of them it is, it is there.
            $seen += array_fill_keys($unclear, true);
            $shares = $id === null && $unclear === [] ? array_intersect_key($refusedOnes, $this->identities($observed)) : [];
            $why = match (true) {
                $same !== null => "Nothing tells it from \"$same->ref\" of the same snapshot. Two things cannot be one.",
                $unclear !== [] => "{$this->fields->label((string) $by, $observed->kind)} {$observed->values[$by]} is that of ".implode(
                    ' and of ', array_slice($unclear, 0, 3),
                ).'. Correct one of them.',
                $id !== null
                    && isset($taken[$id]) => "It is recognised as \"$id\", and so is \"{$taken[$id]}\" of the same snapshot. Two things cannot be one.",
                $shares !== [] => 'It shares a value with "'.reset($shares)
                    .'" of the same snapshot, which cannot be told apart from others.',
                $id === null
                    && $this->fields->type($observed->kind)->identifying === [] => "Nothing says by what an item of the type \"$observed->kind\" is recognised. Give the type identifying attributes.",
                $id === null
                    && $this->identity($observed) === null => 'It has none of the values by which a '
                        .$observed->kind.' is recognised, and would be new each time.',
                default => null,
            };
            if ($why !== null) {
                $refused[] = ['ref' => $observed->ref, 'why' => $why];
                // Made into an item now, what shares a value with it would be what it is recognised as next time.
                $refusedOnes += array_fill_keys(array_keys($this->identities($observed)), $observed->ref);

                continue;
            }
            $isNew = $id === null;
            $item = $isNew ? new KnownItem($this->newId($observed, $known), $observed->kind, [], []) : $known[$id];
            $finding = $this->finding($snapshot, $observed, $item, $by, $isNew);
            $known[$item->id] ??= $item;
            // What comes after is compared with what this one is from now on: so the same snapshot again finds the same.
            $after = $item;
            foreach ($finding->saidNew as $field => $value) {
                $after = $after->withSaid($snapshot->scanner, (string) $field, $value, $snapshot->at);
            }
            $recognise->add($after);
            $taken[$item->id] = $observed->ref;
            $byRef[$observed->ref] = $item;
            $findings[$observed->ref] = $finding;
        }
        $missing = $snapshot->complete ? $this->missing($snapshot->scanner, $taken + $seen) : [];

        return new Reconciled(
            $this->inOrder($snapshot, $findings), $refused, $missing, $this->links($snapshot, $byRef),
            $this->held($snapshot, count($missing)),
        );
    }

    /**
     * Those with the most trusted identities first, so that of two that could be one item the surer one is.
     *
     * @param  list<ObservedItem>  $items
     * @return list<ObservedItem>
     */
    private function inOrderOfTrust(array $items): array
    {
        $ranks = [];
        foreach ($items as $i => $item) {
            $ranks[$i] = $this->identity($item) ?? PHP_INT_MAX;
        }
        asort($ranks);

        return array_map(static fn(int $i): ObservedItem => $items[$i], array_keys($ranks));
    }

    /**
     * @param  array<string, list<ObservedItem>>  $others  of the same snapshot, by what each could be recognised by
     */
    private function sameAs(ObservedItem $observed, array $others): ?ObservedItem
    {
        foreach (array_keys($this->identities($observed)) as $identity) {
            foreach ($others[$identity] ?? [] as $other) {
                if (! $this->isTold($observed, $other)) {
                    return $other;
                }
            }
        }

        return null;
    }

    /** Whether the most trusted attribute that both have, of those by which either is recognised, tells them apart. */
    private function isTold(ObservedItem $one, ObservedItem $other): bool
    {
        foreach ($this->fields->type($one->kind)->identifying as $attribute) {
            if (isset($one->values[$attribute], $other->values[$attribute])) {
                return mb_strtolower($one->values[$attribute]) !== mb_strtolower($other->values[$attribute]);
            }
        }

        return true;
    }

    /** @return array<string, true> the values by which it could be recognised */
    private function identities(ObservedItem $item): array
    {
        $identities = [];
        foreach ($this->fields->type($item->kind)->identifying as $attribute) {
            if (isset($item->values[$attribute])) {
                $identities[($attribute === 'name' ? $item->kind : '')."\n$attribute\n".mb_strtolower($item->values[$attribute])] = true;
            }
        }

        return $identities;
    }

    /** @return int|null how trusted the best of its identifying values is, 0 the most; null if it has none */
    private function identity(ObservedItem $item): ?int
    {
        foreach ($this->fields->type($item->kind)->identifying as $rank => $attribute) {
            if (isset($item->values[$attribute])) {
                return $rank;
            }
        }

        return null;
    }

    private function finding(Snapshot $snapshot, ObservedItem $observed, KnownItem $item, ?string $by, bool $isNew): Finding
    {
        $said = $saidNew = $changes = $contradicts = $passedOver = [];
        $after = $item;
        foreach (['kind' => $observed->kind, ...$observed->values] as $field => $text) {
            $field = (string) $field;
            try {
                $value = $this->fields->check($item->kind, $field, $text);
            } catch (BadValue $e) {
                $passedOver[] = $e->getMessage();

                continue;
            }
            $said[$field] = $value;
            if (($item->byScan[$field][$snapshot->scanner][0] ?? null) !== $value) {
                // Said again is not said anew: of two scanners that disagree, the one that changed its word last counts.
                $saidNew[$field] = $value;
                $after = $after->withSaid($snapshot->scanner, $field, $value, $snapshot->at);
            }
            if (array_key_exists($field, $item->byHand) && mb_strtolower($item->byHand[$field]) !== mb_strtolower($value)) {
                $contradicts[$field] = [$item->byHand[$field], $value];
            } elseif ($item->value($field) !== $after->value($field)) {
                $changes[$field] = [$item->value($field) ?? '', $after->value($field) ?? ''];
            }
        }

        return new Finding(
            $observed->ref, $item->id, $item->kind, $by, $said, $saidNew, $changes, $contradicts, $passedOver,
            ! $isNew && $item->notSeenSince !== null,
        );
    }

    /**
     * @param  array<array-key, mixed>  $there  by id
     * @return list<string>
     */
    private function missing(string $scanner, array $there): array
    {
        $missing = [];
        foreach ($this->items as $item) {
            if (isset($item->seen[$scanner]) && ! isset($there[$item->id]) && $item->notSeenSince === null) {
                $missing[] = $item->id;
            }
        }

        return $missing;
    }

    private function held(Snapshot $snapshot, int $missing): ?string
    {
        $seen = count(array_filter(
            $this->items,
            static fn(KnownItem $item): bool => isset($item->seen[$snapshot->scanner]) && $item->notSeenSince === null,
        ));

        return $seen >= self::HELD_LEAST && $missing >= $seen * self::HELD_FROM
            ? "It no longer sees $missing of the $seen items that $snapshot->scanner saw before. That is more often a fault of the scan than of the estate."
            : null;
    }

    /**
     * @param  array<array-key, KnownItem>  $byRef
     * @return list<SeenConnection>
     */
    private function links(Snapshot $snapshot, array $byRef): array
    {
        $links = [];
        foreach ($snapshot->connections as $connection) {
            [$from, $to] = [$byRef[$connection->from] ?? null, $byRef[$connection->to] ?? null];
            if ($from === null || $to === null || $from->id === $to->id || ($this->isNeeded)($from->id, $to->id)) {
                continue;
            }
            $key = "$from->id $to->id";
            $rule = null;
            foreach ($this->rules as $candidate) {
                if ($candidate->fits($from->kind, $to->kind, $connection->port)) {
                    $rule = $candidate;
                    break;
                }
            }
            $links[$key] = new SeenConnection(
                $from->id, $to->id, $links[$key]->port ?? $connection->port, ($links[$key]->seen ?? 0) + $connection->seen,
                $links[$key]->rule ?? $rule,
            );
        }

        return array_values($links);
    }

    /**
     * @param  array<array-key, Finding>  $findings  by ref
     * @return list<Finding> as the snapshot has them
     */
    private function inOrder(Snapshot $snapshot, array $findings): array
    {
        return array_values(array_filter(array_map(
            static fn(ObservedItem $item): ?Finding => $findings[$item->ref] ?? null, $snapshot->items,
        )));
    }

    /** @param  array<array-key, KnownItem>  $known */
    private function newId(ObservedItem $observed, array $known): string
    {
        $best = '';
        foreach (['hostname', 'name', ...$this->fields->type($observed->kind)->identifying] as $field) {
            $best = $best !== '' ? $best : ($observed->values[$field] ?? '');
        }
        $base = mb_substr(trim((string) preg_replace('/[^\p{L}\p{N}._]+/u', '-', mb_strtolower($best)), '-'), 0, 100);
        $base = $base === '' ? 'item' : $base;
        for ($id = $base, $n = 2; isset($known[$id]); $n++) {
            $id = "$base-$n";
        }

        return $id;
    }
}
