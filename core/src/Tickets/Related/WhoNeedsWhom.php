<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Related;

/** Who needs whom, as far as it is known. */
final class WhoNeedsWhom
{
    /** @var array<array-key, list<string>> who needs it directly */
    private array $dependents = [];

    /** @var array<array-key, list<string>> what it needs directly */
    private array $needs = [];

    /** @param  list<array{string, string}>  $dependencies  who needs what */
    public function __construct(array $dependencies)
    {
        foreach ($dependencies as [$from, $to]) {
            $this->dependents[$to][] = $from;
            $this->needs[$from][] = $to;
        }
    }

    /**
     * @param  list<string>  $ids
     * @return array<array-key, true> these, and all that needs one of them
     */
    public function above(array $ids): array
    {
        return self::reached($ids, $this->dependents);
    }

    /**
     * @param  list<string>  $ids
     * @return array<array-key, true> these, and all that they need
     */
    public function below(array $ids): array
    {
        return self::reached($ids, $this->needs);
    }

    /**
     * @param  list<string>  $from
     * @param  array<array-key, list<string>>  $edges
     * @return array<array-key, true>
     */
    private static function reached(array $from, array $edges): array
    {
        $reached = array_fill_keys($from, true);
        while ($from !== []) {
            foreach ($edges[array_pop($from)] ?? [] as $next) {
                if (! isset($reached[$next])) {
                    $reached[$next] = true;
                    $from[] = $next;
                }
            }
        }

        return $reached;
    }
}
