<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Given;
use App\Topology\Contracts\Observes;
use Skarvo\Topology\Affected;
use Skarvo\Topology\AffectedItems;
use Skarvo\Topology\State;

/**
 * The state of the estate at a moment, by all that is known: every open alert, whosever it is, what people say of
 * items, what fires on quiet ones, as those who observe tell it.
 *
 * An incident, a group or an alert is asked about as a part of it: what hangs on its items, each in the state in which
 * it is, which may be worse than its own alerts alone would say.
 */
final class Standing
{
    /** @var array<array-key, State>|null */
    private ?array $observed = null;

    private ?AffectedItems $impact = null;

    /** @var array<array-key, Affected>|null */
    private ?array $affected = null;

    private function __construct(public readonly Estate $estate) {}

    public static function now(?Estate $estate = null): self
    {
        return new self($estate ?? Estate::open());
    }

    /** @return array<array-key, State> worst observed state by item */
    public function observed(): array
    {
        return $this->observed ??= self::worst(...array_map(
            static fn(Observes $one): array => $one->states(), Given::all(Observes::class),
        ));
    }

    /** All that is not up. */
    public function impact(): AffectedItems
    {
        return $this->impact ??= $this->estate->trace($this->observed());
    }

    /** @return array<array-key, Affected> all that is not up, by item */
    public function affected(): array
    {
        return $this->affected ??= array_column($this->impact()->affected, null, 'id');
    }

    /** @return array<array-key, State> by item, of all that is not up */
    public function states(): array
    {
        return array_map(static fn(Affected $one): State => $one->state, $this->affected());
    }

    public function state(string $item): State
    {
        return $this->affected()[$item]->state ?? State::Up;
    }

    /**
     * What hangs on some items, and how it is now.
     *
     * @param  array<array-key, State>  $observed  worst state by item
     */
    public function of(array $observed): AffectedItems
    {
        // All first: what hangs on some of it is read with it.
        $all = $this->affected();
        $own = $this->estate->trace($observed);
        // What is asked about may be known to nobody else: an alert that has closed, a state that is only supposed.
        if (array_filter(
            $own->affected,
            static fn(Affected $one): bool => ! isset($all[$one->id]) || $all[$one->id]->state->rank() < $one->state->rank(),
        ) !== []) {
            $all = array_column($this->estate->trace(self::worst($this->observed(), $observed))->affected, null, 'id');
        }

        return new AffectedItems(array_map(static fn(Affected $one): Affected => $all[$one->id] ?? $one, $own->affected), []);
    }

    /**
     * @param  array<array-key, State>  ...$all  by item
     * @return array<array-key, State> the worst that any of them says
     */
    public static function worst(array ...$all): array
    {
        $states = [];
        foreach ($all as $some) {
            foreach ($some as $id => $state) {
                if ($state->rank() > ($states[$id] ?? State::Up)->rank()) {
                    $states[$id] = $state;
                }
            }
        }

        return $states;
    }
}
