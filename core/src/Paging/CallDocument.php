<?php

declare(strict_types=1);

namespace Skarvo\Paging;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\Pointer;
use Skarvo\Time\Instant;

/** Reads a call and what happened to it, as the contract of escalate says. */
final class CallDocument
{
    /** @var array<array-key, list<Contact>> */
    private array $contacts = [];

    /** @var array<array-key, mixed> */
    private array $fields;

    private ?int $startedAt = null;

    private function __construct(private readonly Document $document)
    {
        $this->fields = $document->fields(
            $document->root(), '', ['started_at', 'until', 'policy', 'people'], ['rotas', 'happenings'],
        ) ?? [];
    }

    /**
     * @return array{Call, int} the call, and until when to follow it
     *
     * @throws \Skarvo\Json\BadInput
     */
    public static function read(Document $document): array
    {
        $reader = new self($document);
        $reader->startedAt = $reader->seconds($reader->fields, 'started_at', '');
        $until = $reader->seconds($reader->fields, 'until', '');
        if ($reader->isTooEarly($until)) {
            $document->refuse(ErrorCode::OutOfRange, '/until', 'This is before the call started. Use a later time.');
        }
        $reader->people();
        $rotas = $reader->rotas();
        $policy = $reader->policy($rotas);
        $happenings = $reader->happenings();
        $document->conclude();
        if ($reader->startedAt === null || $until === null || $policy === null) {
            throw new \LogicException('A sound document has its times and its policy.');
        }

        return [new Call($reader->startedAt, $policy, $reader->contacts, $rotas, $happenings), $until];
    }

    private function people(): void
    {
        $people = array_key_exists('people', $this->fields) ? $this->document->map($this->fields['people'], '/people') ?? [] : [];
        foreach ($people as $id => $value) {
            $at = Pointer::child('/people', $id);
            $this->document->id((string) $id, $at);
            $this->contacts[$id] = [];
            $row = $this->document->fields($value, $at, ['contacts']);
            $before = 0;
            foreach ($this->list($row ?? [], 'contacts', $at) as $i => $contact) {
                $here = "$at/contacts/$i";
                $fields = $this->document->fields($contact, $here, ['channel', 'after']) ?? [];
                $channel = array_key_exists('channel', $fields) ? $this->document->id($fields['channel'], "$here/channel") : null;
                $after = array_key_exists('after', $fields) ? $this->document->duration($fields['after'], "$here/after")?->seconds() : null;
                if ($after !== null && $after < $before) {
                    $this->document->refuse(
                        ErrorCode::OutOfRange, "$here/after",
                        'Contacts are in the order in which they are tried. Use no less than the one before.',
                    );
                }
                $before = max($before, $after ?? 0);
                if ($channel !== null && $after !== null) {
                    $this->contacts[$id][] = new Contact($channel, $after);
                }
            }
        }
    }

    /** @return array<array-key, list<Duty>> */
    private function rotas(): array
    {
        $rotas = [];
        $all = array_key_exists('rotas', $this->fields) ? $this->document->map($this->fields['rotas'], '/rotas') ?? [] : [];
        foreach ($all as $id => $value) {
            $at = Pointer::child('/rotas', $id);
            $this->document->id((string) $id, $at);
            $rotas[$id] = [];
            $end = PHP_INT_MIN;
            foreach ($this->document->list($value, $at) ?? [] as $i => $segment) {
                $fields = $this->document->fields($segment, "$at/$i", ['from', 'to', 'person']) ?? [];
                $from = $this->seconds($fields, 'from', "$at/$i");
                $to = $this->seconds($fields, 'to', "$at/$i");
                $person = $this->person($fields, "$at/$i");
                if ($from === null || $to === null) {
                    continue;
                }
                if ($to <= $from) {
                    $this->document->refuse(ErrorCode::OutOfRange, "$at/$i/to", 'The end must be later than the start.');
                } elseif ($from < $end) {
                    $this->document->refuse(
                        ErrorCode::OutOfRange, "$at/$i",
                        'Segments are in order and do not overlap. Start this one where the one before has ended.',
                    );
                }
                $end = max($end, $to);
                if ($person !== null && $from < $to) {
                    $rotas[$id][] = new Duty($from, $to, $person);
                }
            }
        }

        return $rotas;
    }

    /** @param  array<array-key, list<Duty>>  $rotas */
    private function policy(array $rotas): ?Policy
    {
        $fields = array_key_exists('policy', $this->fields)
            ? $this->document->fields($this->fields['policy'], '/policy', ['rounds', 'steps']) ?? []
            : [];
        $rounds = array_key_exists('rounds', $fields) ? $this->document->integer($fields['rounds'], '/policy/rounds', 1, 20) : null;
        $list = $this->list($fields, 'steps', '/policy');
        if (is_array($fields['steps'] ?? null) && (count($list) < 1 || count($list) > 20)) {
            $this->document->refuse(ErrorCode::OutOfRange, '/policy/steps', 'A policy has 1 to 20 steps.');
        }
        $steps = [];
        foreach ($list as $i => $value) {
            $at = "/policy/steps/$i";
            $row = $this->document->fields($value, $at, ['targets', 'wait']) ?? [];
            $wait = array_key_exists('wait', $row) ? $this->document->duration($row['wait'], "$at/wait")?->seconds() : null;
            if ($wait === 0) {
                $wait = $this->document->refuse(ErrorCode::OutOfRange, "$at/wait", 'A wait is more than zero. Give people time to answer.');
            }
            $targets = $this->targets($row, $at, $rotas);
            if ($wait !== null && $targets !== []) {
                $steps[] = new Step($targets, $wait);
            }
        }

        return $rounds === null || $steps === [] ? null : new Policy($steps, $rounds);
    }

    /**
     * @param  array<array-key, mixed>  $row
     * @param  array<array-key, list<Duty>>  $rotas
     * @return list<StepTarget>
     */
    private function targets(array $row, string $step, array $rotas): array
    {
        if (is_array($row['targets'] ?? null) && $row['targets'] === []) {
            $this->document->refuse(
                ErrorCode::OutOfRange, "$step/targets", 'A step has at least one target, such as rota:quay or person:ana.',
            );
        }
        $targets = [];
        foreach ($this->list($row, 'targets', $step) as $i => $value) {
            $at = "$step/targets/$i";
            $text = $this->document->text($value, $at);
            if ($text === null) {
                continue;
            }
            $target = StepTarget::parse($text);
            if ($target === null) {
                $this->document->refuse(ErrorCode::OutOfRange, $at, 'A target is rota:ID or person:ID.');
            } elseif (! isset(($target->isRota ? $rotas : $this->contacts)[$target->id])) {
                $this->document->refuse(
                    ErrorCode::UnknownId, $at,
                    "\"$target->id\" is not in ".($target->isRota ? 'rotas' : 'people').'. Add it there, or correct the id.',
                );
            } else {
                $targets[] = $target;
            }
        }

        return $targets;
    }

    /** @return list<Happening> in order of their full instants */
    private function happenings(): array
    {
        $happenings = [];
        foreach ($this->list($this->fields, 'happenings', '') as $i => $value) {
            $at = "/happenings/$i";
            $kind = $value instanceof \stdClass
                && isset($value->kind)
                && is_string($value->kind) ? HappeningKind::tryFrom($value->kind) : null;
            [$required, $optional] = match ($kind) {
                HappeningKind::Resolved => [['at', 'kind'], []],
                HappeningKind::Failed => [['at', 'kind', 'person', 'channel'], []],
                null => [['at', 'kind'], ['person', 'channel']],
                default => [['at', 'kind', 'person'], []],
            };
            $fields = $this->document->fields($value, $at, $required, $optional) ?? [];
            if (array_key_exists('kind', $fields)) {
                $this->document->word($fields['kind'], "$at/kind", HappeningKind::class);
            }
            $instant = array_key_exists('at', $fields) ? $this->document->instant($fields['at'], "$at/at") : null;
            if ($this->isTooEarly($instant?->seconds)) {
                $this->document->refuse(ErrorCode::OutOfRange, "$at/at", 'This is before the call started. Use a later time.');
            }
            $person = $kind === HappeningKind::Resolved ? '' : $this->person($fields, $at);
            $channel = array_key_exists('channel', $fields)
                && $kind === HappeningKind::Failed ? $this->document->id($fields['channel'], "$at/channel") : '';
            if ($kind !== null && $instant !== null && $person !== null && $channel !== null) {
                $happenings[] = [$instant, new Happening($instant->seconds, $kind, $person, $channel)];
            }
        }
        usort($happenings, static fn(array $a, array $b): int => $a[0]->compare($b[0]));

        return array_column($happenings, 1);
    }

    /** @param  array<array-key, mixed>  $fields */
    private function person(array $fields, string $at): ?string
    {
        $person = array_key_exists('person', $fields) ? $this->document->id($fields['person'], "$at/person") : null;
        if ($person !== null && ! isset($this->contacts[$person])) {
            return $this->document->refuse(
                ErrorCode::UnknownId, "$at/person", "\"$person\" is not in people. Add them there, or correct the id.",
            );
        }

        return $person;
    }

    /** @param  array<array-key, mixed>  $fields */
    private function seconds(array $fields, string $name, string $at): ?int
    {
        $instant = array_key_exists($name, $fields) ? $this->document->instant($fields[$name], "$at/$name") : null;

        return $instant instanceof Instant ? $instant->seconds : null;
    }

    private function isTooEarly(?int $at): bool
    {
        return $at !== null && $this->startedAt !== null && $at < $this->startedAt;
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @return list<mixed>
     */
    private function list(array $fields, string $name, string $at): array
    {
        return array_key_exists($name, $fields) ? $this->document->list($fields[$name], "$at/$name") ?? [] : [];
    }
}
