<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Time\Instant;

/** Reads promises and what happened to a ticket, as the contract of targets says. */
final readonly class TargetsDocument
{
    /** @param  array<array-key, mixed>  $fields */
    private function __construct(private Document $document, private array $fields) {}

    /**
     * @return array{list<Target>, non-empty-list<TargetHappening>, int} what is promised, what happened, and now
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function read(Document $document): array
    {
        $reader = new self(
            $document, $document->fields($document->root(), '', ['time_zone', 'targets', 'happenings', 'now'], ['hours']) ?? [],
        );
        $rows = new TargetsReader($document);
        [$targets, $names] = $rows->targets($reader->list('targets'), '/targets', $rows->hours($reader->fields));
        $now = array_key_exists('now', $reader->fields) ? $document->instant($reader->fields['now'], '/now') : null;
        $happenings = $reader->happenings($names);
        if ($now !== null && $happenings !== [] && $happenings[0]->at > $now->seconds) {
            $document->refuse(ErrorCode::OutOfRange, '/now', 'The ticket is opened after this. Use a later time.');
        }
        $document->conclude();
        if ($now === null || $happenings === []) {
            throw new \LogicException('A sound document has its time, and what opened the ticket.');
        }

        return [$targets, $happenings, $now->seconds];
    }

    /**
     * @param  array<array-key, true>  $names
     * @return list<TargetHappening> in the order in which they are taken; none if they cannot be told
     */
    private function happenings(array $names): array
    {
        /** @var list<array{Instant, TargetHappeningKind|null, TargetHappening|null, string}> $taken */
        $taken = [];
        $rows = $this->list('happenings');
        foreach ($rows as $i => $value) {
            $at = "/happenings/$i";
            $word = $value instanceof \stdClass ? $value->kind ?? null : null;
            $kind = is_string($word) ? TargetHappeningKind::tryFrom($word) : null;
            $says = $kind === null ? null : $kind->says();
            $row = $this->document->fields(
                $value, $at, ['at', 'kind', ...($says === null ? [] : [$says])], $kind === null ? ['priority', 'name'] : [],
            );
            if ($row === null) {
                continue;
            }
            $instant = array_key_exists('at', $row) ? $this->document->instant($row['at'], "$at/at") : null;
            if (array_key_exists('kind', $row)) {
                $this->document->word($row['kind'], "$at/kind", TargetHappeningKind::class);
            }
            $priority = (new TargetsReader($this->document))->priority($row, $at);
            $name = array_key_exists('name', $row) ? $this->document->id($row['name'], "$at/name") : null;
            if ($name !== null && ! isset($names[$name])) {
                $name = $this->document->refuse(ErrorCode::UnknownId, "$at/name", "No target is called \"$name\".");
            }
            $isWhole = $kind !== null && $instant !== null && match ($says) {
                'priority' => $priority !== null,
                'name' => $name !== null,
                default => true,
            };
            if ($instant !== null) {
                $taken[] = [$instant, $kind, $isWhole ? new TargetHappening(
                    $instant->seconds, $kind, $says === 'priority' ? $priority : null, $says === 'name' ? $name : null,
                ) : null, $at];
            }
        }
        if (is_array($this->fields['happenings'] ?? null) && $rows === []) {
            $this->document->refuse(ErrorCode::OutOfRange, '/happenings', 'Something has to open the ticket. Add that.');
        }
        // Which comes first can only be said where every time can be read.
        if (count($taken) !== count($rows)) {
            return [];
        }
        usort($taken, static fn(array $a, array $b): int => $a[0]->compare($b[0]));
        foreach ($taken as $i => [, $kind, , $at]) {
            if ($kind !== null && ($kind === TargetHappeningKind::Opened) !== ($i === 0)) {
                $this->document->refuse(
                    ErrorCode::OutOfRange, "$at/kind",
                    $i === 0 ? 'What comes first has to open the ticket: "opened".' : 'A ticket is opened once, before all else.',
                );
            }
        }
        $whole = array_values(array_filter(array_column($taken, 2)));

        return count($whole) === count($taken) ? $whole : [];
    }

    /** @return list<mixed> */
    private function list(string $name): array
    {
        return array_key_exists($name, $this->fields) ? $this->document->list($this->fields[$name], "/$name") ?? [] : [];
    }
}
