<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Json\Pointer;
use Skarvo\Signals\Level;
use Skarvo\Time\Weekday;
use Skarvo\Time\WeekHours;
use Skarvo\Time\Zone;
use Skarvo\Time\ZonedHours;

/** Reads settings and their rules, as the contract of replay says, or as an organisation keeps them. */
final readonly class SettingsDocument
{
    private const MATCHES = ['source', 'item', 'check', 'level'];

    private const SETS = ['key', 'part', 'hold', 'settle', 'expire', 'level'];

    private const CLOCK = '/^([01]\d|2[0-3]):([0-5]\d)$/D';

    /** @param  bool  $withHours  whether rules may also match on the time of day, which the contract does not have */
    public function __construct(private Document $document, private bool $withHours = false) {}

    /**
     * Settings on their own, as an organisation keeps them: a rule's `match` may also have `hours`, on the clocks of a
     * zone: `{"zone": "Europe/Oslo", "days": ["mon", "tue"], "from": "22:00", "to": "06:00"}`. An end that is not later
     * than the beginning is on the next day. They are held against the time of the signal.
     *
     * @throws BadInput
     */
    public static function read(Document $document): Settings
    {
        $settings = (new self($document, true))->settings($document->root(), '');
        $document->conclude();

        return $settings;
    }

    /**
     * One rule on its own, with `hours` as in settings.
     *
     * @throws BadInput
     */
    public static function readRule(Document $document): Rule
    {
        $rule = (new self($document, true))->rule($document->root(), '');
        $document->conclude();

        return $rule;
    }

    /** Settings within a document, at a pointer; what is wrong is noted in it. */
    public function settings(mixed $value, string $at): Settings
    {
        $row = $this->document->fields(
            $value, $at, [], ['hold', 'settle', 'reopen', 'expire', 'flap', 'gather', 'gather_limit', 'reach', 'rules'],
        ) ?? [];
        $flap = array_key_exists('flap', $row) ? $this->document->fields($row['flap'], "$at/flap", ['times', 'within']) ?? [] : [];
        $rules = [];
        foreach ($this->list($row, 'rules', $at) as $i => $rule) {
            $rules[] = $this->rule($rule, "$at/rules/$i");
        }

        return new Settings(
            $this->seconds($row, 'hold', $at) ?? 0,
            $this->seconds($row, 'settle', $at) ?? 0,
            $this->seconds($row, 'reopen', $at) ?? 0,
            $this->seconds($row, 'expire', $at, 1),
            array_key_exists('times', $flap) ? $this->document->integer($flap['times'], "$at/flap/times", 2, PHP_INT_MAX) : null,
            $this->seconds($flap, 'within', "$at/flap", 1) ?? 0,
            $this->seconds($row, 'gather', $at) ?? 0,
            $this->seconds($row, 'gather_limit', $at),
            array_key_exists('reach', $row) ? $this->document->integer($row['reach'], "$at/reach", 0, PHP_INT_MAX) ?? 0 : 0,
            $rules,
        );
    }

    private function rule(mixed $value, string $at): Rule
    {
        $row = $this->document->fields($value, $at, ['match', 'set']) ?? [];
        $match = array_key_exists('match', $row)
            ? $this->document->fields(
                $row['match'], "$at/match", [], [...self::MATCHES, 'labels', ...($this->withHours ? ['hours'] : [])],
            ) ?? []
            : [];
        $patterns = $labels = [];
        foreach (array_intersect(self::MATCHES, array_keys($match)) as $name) {
            $text = $this->document->text($match[$name], "$at/match/$name");
            $patterns[$name] = new Pattern($text ?? '');
        }
        foreach (
            array_key_exists('labels', $match) ? $this->document->map($match['labels'], "$at/match/labels") ?? [] : [] as $name => $pattern
        ) {
            $text = $this->document->text($pattern, Pointer::child("$at/match/labels", $name));
            $labels[$name] = new Pattern($text ?? '');
        }
        $hours = array_key_exists('hours', $match) ? $this->hours($match['hours'], "$at/match/hours") : null;
        $set = array_key_exists('set', $row) ? $this->document->fields($row['set'], "$at/set", [], self::SETS) ?? [] : [];
        $template = fn(string $name): ?KeyTemplate =>
            array_key_exists($name, $set) ? $this->template($set[$name], "$at/set/$name", match (true) {
                isset($patterns['level']) => 'the level',
                $hours !== null => 'the time of day',
                default => null,
            }) : null;

        return new Rule(
            $patterns,
            $labels,
            $template('key'),
            $template('part'),
            $this->seconds($set, 'hold', "$at/set"),
            $this->seconds($set, 'settle', "$at/set"),
            $this->seconds($set, 'expire', "$at/set", 1),
            array_key_exists('level', $set) ? $this->document->word($set['level'], "$at/set/level", Level::class) : null,
            $hours,
        );
    }

    private function hours(mixed $value, string $at): ?ZonedHours
    {
        $row = $this->document->fields($value, $at, ['zone', 'days', 'from', 'to']) ?? [];
        $name = array_key_exists('zone', $row) ? $this->document->text($row['zone'], "$at/zone") : null;
        $zone = $name === null
            ? null
            : Zone::named($name) ?? $this->document->refuse(
                ErrorCode::OutOfRange, "$at/zone", 'Use a name of the time zone database, such as Europe/Oslo.',
            );
        $days = [];
        foreach ($this->list($row, 'days', $at) as $i => $day) {
            $days[] = $this->document->word($day, "$at/days/$i", Weekday::class);
        }
        if ($days === [] && array_key_exists('days', $row)) {
            $this->document->refuse(ErrorCode::OutOfRange, "$at/days", 'Choose a day at least.');
        }
        [$from, $to] = array_map(
            fn(string $end): ?int => array_key_exists($end, $row) ? $this->clock($row[$end], "$at/$end") : null, ['from', 'to'],
        );

        return $zone === null
            || $from === null
            || $to === null ? null : new ZonedHours($zone, new WeekHours(array_values(array_filter($days)), $from, $to));
    }

    /** @return int|null seconds of the day */
    private function clock(mixed $value, string $at): ?int
    {
        $text = $this->document->text($value, $at);
        if ($text === null || preg_match(self::CLOCK, $text, $parts) !== 1) {
            return $text === null ? null : $this->document->refuse(ErrorCode::OutOfRange, $at, 'Write a time of day as 22:00.');
        }

        return (int) $parts[1] * 3600 + (int) $parts[2] * 60;
    }

    /** @param  string|null  $changing  what the rule matches on that differs between the signals of one thing */
    private function template(mixed $value, string $at, ?string $changing): ?KeyTemplate
    {
        $text = $this->document->text($value, $at);
        if ($text === null) {
            return null;
        }
        if ($changing !== null) {
            return $this->document->refuse(
                ErrorCode::OutOfRange, $at,
                "A rule that matches on $changing sets no key and no part: the signals of one thing would come apart. Match on something else.",
            );
        }

        return KeyTemplate::parse($text)
            ?? $this->document->refuse(
                ErrorCode::OutOfRange, $at, 'Braces stand for {source}, {item}, {check} or {labels.NAME}, and nothing else.',
            );
    }

    /** @param  array<array-key, mixed>  $row */
    private function seconds(array $row, string $name, string $at, int $least = 0): ?int
    {
        $seconds = array_key_exists($name, $row) ? $this->document->duration($row[$name], "$at/$name")?->seconds() : null;

        return $seconds === null || $seconds >= $least
            ? $seconds
            : $this->document->refuse(ErrorCode::OutOfRange, "$at/$name", 'This must be more than zero.');
    }

    /**
     * @param  array<array-key, mixed>  $row
     * @return list<mixed>
     */
    private function list(array $row, string $name, string $at): array
    {
        return array_key_exists($name, $row) ? $this->document->list($row[$name], "$at/$name") ?? [] : [];
    }
}
