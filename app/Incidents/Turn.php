<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Journal\Actor;
use App\Platform\Team;

/** Something that becomes of an incident, by somebody. */
final readonly class Turn
{
    /**
     * @param  Team|null  $calls  the team that is called because of it; null: none
     * @param  string  $why  in the words of whoever does it
     * @param  string  $public  what outsiders are told; empty in a preview, where it is to be written yet
     * @param  Team|null  $does  the team that does what was decided
     * @param  list<int>  $stayOpen  of the incidents under it, those that do not end with it
     * @param  list<int>|null  $seenUnder  the incidents under it that whoever ends it has seen; null: whichever there are
     * @param  Incident|null  $into  the one in which it goes on
     * @param  bool  $isWritten  whether somebody has just written what outsiders are told, who answers for it
     * @param  string|null  $despite  why that is right, though something in it disagrees with the record
     */
    private function __construct(
        public TurnKind $kind, public Actor $by, public ?Team $calls = null, public string $why = '', public string $public = '',
        public ?Team $does = null, public array $stayOpen = [], public ?array $seenUnder = null, public ?Incident $into = null,
        public bool $isWritten = false, public ?string $despite = null,
    ) {}

    /** With what outsiders are told as somebody has just written it. */
    public function written(?string $despite): self
    {
        return new self(
            $this->kind, $this->by, $this->calls, $this->why, $this->public, $this->does, $this->stayOpen, $this->seenUnder,
            $this->into, true, $despite,
        );
    }

    public static function declared(Actor $by, ?Team $calls): self
    {
        return new self(TurnKind::Declared, $by, $calls);
    }

    public static function raised(Actor $by, ?Team $calls, string $why): self
    {
        return new self(TurnKind::Raised, $by, $calls, $why);
    }

    public static function lowered(Actor $by, string $why): self
    {
        return new self(TurnKind::Lowered, $by, why: $why);
    }

    /** @param  string  $why  how it was confirmed that it is so large */
    public static function major(Actor $by, ?Team $calls, string $why, string $public): self
    {
        return new self(TurnKind::Major, $by, $calls, $why, $public);
    }

    public static function notMajor(Actor $by, string $why): self
    {
        return new self(TurnKind::NotMajor, $by, why: $why);
    }

    /** @param  string  $what  is to be done */
    public static function decided(Actor $by, Team $does, string $what): self
    {
        return new self(TurnKind::Decided, $by, why: $what, does: $does);
    }

    /** @param  string  $why  they are one */
    public static function merged(Actor $by, Incident $into, string $why): self
    {
        return new self(TurnKind::Merged, $by, why: $why, into: $into);
    }

    public static function reopened(Actor $by, ?Team $calls, string $why, string $public): self
    {
        return new self(TurnKind::Reopened, $by, $calls, $why, $public);
    }

    /**
     * @param  list<int>  $stayOpen  of the incidents under it, those that do not end with it
     * @param  list<int>|null  $seenUnder  those under it that whoever ends it has seen; null: whichever there are
     */
    public static function resolved(Actor $by, string $public, array $stayOpen = [], ?array $seenUnder = null): self
    {
        return new self(TurnKind::Resolved, $by, public: $public, stayOpen: $stayOpen, seenUnder: $seenUnder);
    }

    public static function alerted(?Team $calls): self
    {
        return new self(TurnKind::Alerted, Actor::system(), $calls);
    }
}
