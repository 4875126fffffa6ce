<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

use Skarvo\Changes\PeopleAway;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\Row;
use Skarvo\Time\Intervals;

/** Reads what is asked for and what was said, as the contract of approvals says. */
final readonly class ApprovalsDocument
{
    private function __construct(private Document $document, private Row $root) {}

    /**
     * @return array{Request, list<Answer>, int} what is asked for, what was said, and the present in seconds since the epoch
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function read(Document $document): array
    {
        return (new self($document, Row::root(
            $document, ['asked_at', 'asked_by', 'now', 'stages', 'answers'], ['stand_ins', 'away'],
        )))->all();
    }

    /** @return array{Request, list<Answer>, int} */
    private function all(): array
    {
        $askedAt = $this->root->second('asked_at');
        $askedBy = $this->root->id('asked_by');
        $now = $this->root->second('now');
        if ($askedAt !== null && $now !== null && $now < $askedAt) {
            $this->tooEarly('/now');
        }
        $stages = $this->stages();
        $standIns = StandInsReader::read($this->root);
        $away = array_map(Intervals::of(...), PeopleAway::read($this->root));
        $answers = $this->answers($askedAt);
        $this->document->conclude();
        if ($askedAt === null || $askedBy === null || $now === null || $stages === []) {
            throw new \LogicException('A sound document has what it must have.');
        }

        return [new Request($askedAt, $askedBy, $stages, $standIns, $away), $answers, $now];
    }

    /** @return list<ApprovalStage> */
    private function stages(): array
    {
        if ($this->root->has('stages') && $this->root->fields['stages'] === []) {
            $this->document->refuse(ErrorCode::OutOfRange, '/stages', 'There is one stage at least. Add one.');
        }

        return StageReader::read($this->root, 'stages');
    }

    /** @return list<Answer> */
    private function answers(?int $askedAt): array
    {
        $answers = [];
        foreach ($this->root->rows('answers', ['at', 'person', 'answer']) as $row) {
            $at = $row->instant('at');
            if ($at !== null && $askedAt !== null && $at->seconds < $askedAt) {
                $this->tooEarly($row->at('at'));
            }
            $person = $row->id('person');
            $word = $row->word('answer', AnswerWord::class);
            if ($at !== null && $person !== null && $word !== null) {
                $answers[] = new Answer($at, $person, $word === AnswerWord::Yes);
            }
        }

        return $answers;
    }

    private function tooEarly(string $at): void
    {
        $this->document->refuse(ErrorCode::OutOfRange, $at, 'This is before it was asked for. Use a later time.');
    }
}
