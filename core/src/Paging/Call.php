<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** A call for help: by which policy, to whom, who is on call, and what has happened so far. */
final readonly class Call
{
    /**
     * @param  int  $startedAt  seconds since the epoch
     * @param  array<array-key, list<Contact>>  $contacts  of everybody who is named anywhere, by person
     * @param  array<array-key, list<Duty>>  $rotas  in order, without overlaps, by rota
     * @param  list<Happening>  $happenings  in the order in which they are to be taken
     */
    public function __construct(
        public int $startedAt,
        public Policy $policy,
        public array $contacts,
        public array $rotas = [],
        public array $happenings = [],
    ) {}
}
