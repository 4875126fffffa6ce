<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

/** The people and teams that a record can name, by whatever a file may call them. */
final readonly class Directory
{
    /** @var array<array-key, string> */
    private array $people;

    /** @var array<array-key, string> */
    private array $teams;

    /**
     * @param  iterable<array{string, list<string>}>  $people  id, and what else each is called
     * @param  iterable<array{string, list<string>}>  $teams
     */
    public function __construct(iterable $people, iterable $teams)
    {
        $this->people = self::byName($people);
        $this->teams = self::byName($teams);
    }

    /** @return string|null the id */
    public function person(string $called): ?string
    {
        return $this->people[mb_strtolower(trim($called))] ?? null;
    }

    /** @return string|null the id */
    public function team(string $called): ?string
    {
        return $this->teams[mb_strtolower(trim($called))] ?? null;
    }

    /**
     * @param  iterable<array{string, list<string>}>  $entries
     * @return array<array-key, string> an id goes before a name that reads the same
     */
    private static function byName(iterable $entries): array
    {
        $ids = $names = [];
        foreach ($entries as [$id, $others]) {
            $ids[mb_strtolower($id)] = $id;
            foreach ($others as $other) {
                $names[mb_strtolower(trim($other))] ??= $id;
            }
        }

        return $ids + $names;
    }
}
