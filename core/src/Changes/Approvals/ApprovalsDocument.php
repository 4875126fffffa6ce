<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

use Skarvo\Changes\Absences;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\Pointer;
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
        $standIns = $this->standIns();
        $away = array_map(Intervals::of(...), Absences::read($this->root));
        $answers = $this->answers($askedAt);
        $this->document->conclude();
        if ($askedAt === null || $askedBy === null || $now === null || $stages === []) {
            throw new \LogicException('A sound document has what it must have.');
        }

        return [new Request($askedAt, $askedBy, $stages, $standIns, $away), $answers, $now];
    }

    /** @return list<Stage> */
    private function stages(): array
    {
        $stages = $seen = [];
        if ($this->root->has('stages') && $this->root->fields['stages'] === []) {
            $this->document->refuse(ErrorCode::OutOfRange, '/stages', 'There is one stage at least. Add one.');
        }
        foreach ($this->root->rows('stages', ['name', 'of', 'needs'], ['veto', 'expires']) as $row) {
            $name = $row->newId('name', $seen, 'stage');
            $of = array_values($row->ids('of'));
            if ($row->has('of') && $row->fields['of'] === []) {
                $this->document->refuse(ErrorCode::OutOfRange, $row->at('of'), 'A stage asks one person at least. Name one.');
            }
            $needs = $this->needs($row);
            $veto = $row->flag('veto');
            $expires = $row->duration('expires')?->seconds();
            if ($name !== null && $of !== [] && $needs !== null) {
                $stages[] = new Stage($name, $of, $needs, $veto ?? false, $expires);
            }
        }

        return $stages;
    }

    private function needs(Row $row): ?Needs
    {
        $value = $row->fields['needs'] ?? null;
        if ($value instanceof \stdClass) {
            $isShare = property_exists($value, 'share') && ! property_exists($value, 'count');
            $object = $row->object('needs', [$isShare ? 'share' : 'count']);
            $number = $isShare ? $object?->integer('share', 1, 100) : $object?->integer('count', 1, PHP_INT_MAX);

            return $number === null ? null : ($isShare ? Needs::share($number) : Needs::count($number));
        }

        return match (true) {
            ! $row->has('needs') => null,
            $value === 'one' => Needs::one(),
            $value === 'all' => Needs::all(),
            is_string($value) => $this->document->refuse(
                ErrorCode::OutOfRange, $row->at('needs'), 'Use "one", "all", {"count": n} or {"share": percent}.',
            ),
            default => $this->document->wrongType($row->at('needs'), '"one", "all", {"count": n} or {"share": percent}'),
        };
    }

    /** @return array<array-key, list<string>> */
    private function standIns(): array
    {
        $found = [];
        $map = $this->root->has('stand_ins') ? $this->document->map($this->root->fields['stand_ins'], '/stand_ins') ?? [] : [];
        $rows = Row::of($this->document, $map, '/stand_ins');
        foreach (array_keys($map) as $person) {
            $person = (string) $person;
            $this->document->id($person, $rows->at($person));
            foreach ($rows->ids($person) as $i => $standIn) {
                $standIn === $person
                    ? $this->document->refuse(ErrorCode::OutOfRange, $rows->at($person)."/$i", 'Nobody stands in for themselves. Name another.')
                    : $found[$person][] = $standIn;
            }
        }

        return $found;
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
