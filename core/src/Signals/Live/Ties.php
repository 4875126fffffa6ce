<?php

declare(strict_types=1);

namespace Skarvo\Signals\Live;

/**
 * Names that hang together, directly or through others.
 *
 * @internal
 */
final class Ties
{
    /** @var array<string, string> */
    private array $over = [];

    public function tie(string $a, string $b): void
    {
        $this->over[$this->of($a)] = $this->of($b);
    }

    /** The name that stands for all that hang together with this one. */
    public function of(string $name): string
    {
        $top = $name;
        while (($this->over[$top] ?? $top) !== $top) {
            $top = $this->over[$top];
        }
        while ($name !== $top) {
            $next = $this->over[$name] ?? $top;
            $this->over[$name] = $top;
            $name = $next;
        }

        return $top;
    }
}
