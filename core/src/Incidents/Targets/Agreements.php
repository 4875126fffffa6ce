<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

use Skarvo\Value\Must;

/** All that an organisation promises. One agreement holds for each piece of work, and holds whole. */
final readonly class Agreements
{
    /** @var array<string, Agreement> by kind and service */
    private array $by;

    /**
     * @param  list<Agreement>  $all
     *
     * @throws \DomainException if two are about one kind and one service
     */
    public function __construct(public array $all)
    {
        $by = [];
        foreach ($all as $one) {
            foreach ($one->kinds as $kind) {
                $key = self::key($kind, $one->service);
                Must::hold(! isset($by[$key]), "{$kind->words()} of one service have one agreement.");
                $by[$key] = $one;
            }
        }
        $this->by = $by;
    }

    /**
     * The agreement made for the service, else the one for any.
     *
     * @return list<Target> none where nothing is promised
     */
    public function of(PromisedOf $kind, ?string $service): array
    {
        return ($this->by[self::key($kind, $service)] ?? $this->by[self::key($kind, null)] ?? null)->targets ?? [];
    }

    /** No id is empty, and none holds a blank. */
    private static function key(PromisedOf $kind, ?string $service): string
    {
        return "$kind->value $service";
    }
}
