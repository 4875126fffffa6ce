<?php

declare(strict_types=1);

namespace Skarvo\Changes\Risk;

use Skarvo\Changes\ChangeKind;

/** A change as far as it makes it like another: and how it went, where that is known. */
final readonly class PastChange
{
    /**
     * @param  list<string>  $items
     * @param  int  $hour  0 to 23, of the wall clock at which it began
     * @param  bool|null  $wentWell  whether its result is ok and it was not confirmed as a cause; null: it is yet to come
     */
    public function __construct(
        public string $id, public ChangeKind $kind, public ?string $team, public array $items, public int $hour, public ?bool $wentWell,
    ) {}

    /** @return list<string> what it has in common with others */
    public function features(): array
    {
        $features = ["kind {$this->kind->value}", 'hour '.intdiv($this->hour, 6)];
        if ($this->team !== null) {
            $features[] = "team $this->team";
        }

        return [...$features, ...array_map(static fn(string $item): string => "item $item", $this->items)];
    }

    public function isLike(self $other): bool
    {
        return $this->kind === $other->kind
            && (($this->team !== null && $this->team === $other->team) || array_intersect($this->items, $other->items) !== []);
    }
}
