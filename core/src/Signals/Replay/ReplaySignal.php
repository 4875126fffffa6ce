<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Signals\Condition;
use Skarvo\Signals\Level;
use Skarvo\Value\Must;

/** A signal, as far as settings look at it. */
final readonly class ReplaySignal
{
    private string $family;

    /**
     * @param  int  $at  seconds since the epoch
     * @param  array<array-key, string>  $labels
     * @param  int  $order  its place among the signals of one instant
     * @param  Treatment|null  $treatment  what the settings said of it, if that is known already
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public int $at,
        public string $source,
        public ?string $item,
        public string $check,
        public Condition $condition,
        public Level $level,
        public array $labels,
        public int $order = 0,
        public ?Treatment $treatment = null,
    ) {
        Must::hold($source !== '' && $check !== '' && $item !== '', 'A signal names its source and its check, and an item or none.');
        $this->family = self::familyOf($source, $item, $check);
    }

    /** The same, taken at another instant. */
    public function at(int $at): self
    {
        return new self(
            $at, $this->source, $this->item, $this->check, $this->condition, $this->level, $this->labels, $this->order,
            $this->treatment,
        );
    }

    /** Its source, item and check as one name. */
    public function family(): string
    {
        return $this->family;
    }

    public static function familyOf(string $source, ?string $item, string $check): string
    {
        return "$source\n$item\n$check".($item === null ? "\n" : '');
    }
}
