<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

use Skarvo\Time\Instant;

/** The place of one person in a stage, and what was said for it last. */
final readonly class Seat
{
    /**
     * @param  string|null  $by  who said it; null: nobody has
     * @param  int|null  $at  when, in seconds since the epoch
     */
    public function __construct(public string $of, public ?string $by = null, public ?bool $isYes = null, public ?int $at = null) {}

    public function isAnswered(): bool
    {
        return $this->by !== null;
    }

    /** Whether the person has said it, and not somebody for them. */
    public function isAnsweredInPerson(): bool
    {
        return $this->by === $this->of;
    }

    public function with(Answer $answer): self
    {
        return new self($this->of, $answer->person, $answer->isYes, $answer->at->seconds);
    }

    /** @return array{of: string, by: string|null, answer: string|null, at: string|null} */
    public function toArray(): array
    {
        return [
            'of' => $this->of, 'by' => $this->by,
            'answer' => $this->isYes === null ? null : ($this->isYes ? AnswerWord::Yes : AnswerWord::No)->value,
            'at' => $this->at === null ? null : Instant::format($this->at),
        ];
    }
}
