<?php

declare(strict_types=1);

namespace Skarvo\Tickets;

use Skarvo\Value\Must;

/** Somebody of the desk, as far as it counts for who can take one more conversation. */
final readonly class DeskPerson
{
    /**
     * @param  bool  $isOnRota  whether a rota has them on now
     * @param  bool  $isHere  whether they are signed in, and have the desk before them
     * @param  bool  $isAway  whether they are on leave
     * @param  int  $open  conversations that they have
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public string $id, public bool $isOnRota, public bool $isHere, public bool $isAway, public int $open,
    ) {
        Must::hold($open >= 0, 'Nobody has fewer than no conversations.');
    }

    /** @param  int  $most  conversations with which nobody is free any more */
    public function isFree(int $most): bool
    {
        return ! $this->isAway && ($this->isOnRota || $this->isHere) && $this->open < $most;
    }

    /**
     * Who is free first, and of these whoever has fewest conversations.
     *
     * @param  list<self>  $people
     * @return list<self>
     */
    public static function inOrder(array $people, int $most): array
    {
        usort(
            $people, static fn(self $a, self $b): int => [! $a->isFree($most), $a->open, $a->id] <=> [! $b->isFree($most), $b->open, $b->id]
        );

        return $people;
    }
}
