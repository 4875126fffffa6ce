<?php

declare(strict_types=1);

namespace Skarvo\Tests\Paging;

use Skarvo\Paging\Contact;

/** One person's contacts as a step started them, in the slow version. */
final class SlowRun
{
    public bool $over = false;

    /** @var array<int, int> when each is due */
    public array $due = [];

    /** @var array<int, bool> */
    public array $sent = [];

    /** @var array<int, bool> */
    public array $back = [];

    /** @param  list<Contact>  $contacts */
    public function __construct(public readonly string $who, public readonly string $label, public readonly array $contacts, int $now)
    {
        foreach ($contacts as $i => $contact) {
            $this->due[$i] = $now + $contact->after;
            $this->sent[$i] = $this->back[$i] = false;
        }
    }

    /** @return int|null the first that is still to be sent */
    public function unsent(): ?int
    {
        $first = array_search(false, $this->sent, true);

        return $this->over || $first === false ? null : $first;
    }
}
