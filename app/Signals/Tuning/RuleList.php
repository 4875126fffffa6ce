<?php

declare(strict_types=1);

namespace App\Signals\Tuning;

use App\Signals\Live\RuleSets;
use Illuminate\Support\Facades\DB;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Signals\Handling;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Replay\SettingsDocument;
use Skarvo\Signals\Routing;

/** The rules as people edit them: settings of the contract of replay, whose rules also have a name, a switch, a team and a handling. */
final readonly class RuleList
{
    private const LONGEST_SECONDS = 86400;

    private const MOST_RULES = 500;

    private function __construct(public \stdClass $stored, public Settings $settings, public Routing $routing) {}

    /**
     * @param  mixed  $value  as it was edited, objects as stdClass
     *
     * @throws BadInput with a pointer into it
     */
    public static function read(mixed $value): self
    {
        $document = Document::of($value);
        if (! $value instanceof \stdClass) {
            $document->wrongType('', 'an object');
            $document->conclude();

            throw new \LogicException('Settings are an object.');
        }
        $stored = clone $value;
        $rules = is_array($value->rules ?? null) ? array_values($value->rules) : [];
        if (count($rules) > self::MOST_RULES) {
            $document->refuse(ErrorCode::OutOfRange, '/rules', 'Use at most '.self::MOST_RULES.' rules.');
        }
        $stored->rules = $bare = [];
        foreach ($rules as $i => $rule) {
            [$stored->rules[], $bare[]] = self::rule($document, $rule, "/rules/$i");
        }
        $document->conclude();
        $plain = clone $stored;
        $plain->rules = $bare;
        $settings = SettingsDocument::read(Document::of($plain));
        foreach ([
            'hold' => $settings->hold, 'settle' => $settings->settle, 'reopen' => $settings->reopen,
            'gather' => $settings->gather, 'gather_limit' => $settings->gatherLimit ?? PHP_INT_MAX,
        ] as $name => $seconds) {
            if ($seconds > self::LONGEST_SECONDS) {
                $document->refuse(
                    ErrorCode::OutOfRange, "/$name",
                    $name === 'gather_limit'
                        && $settings->gatherLimit === null
                            ? 'Say how long a group may grow; without that it might do so for ever.'
                            : 'Use a day at most.',
                );
            }
        }
        foreach ($settings->rules as $i => $rule) {
            foreach (['hold' => $rule->hold, 'settle' => $rule->settle] as $name => $seconds) {
                if ($seconds !== null && $seconds > self::LONGEST_SECONDS) {
                    $document->refuse(ErrorCode::OutOfRange, "/rules/$i/set/$name", 'Use a day at most.');
                }
            }
        }
        $document->conclude();
        $inForce = RuleSets::bare($stored);

        return new self($stored, SettingsDocument::read(Document::of($inForce)), Routing::read($stored));
    }

    public static function inForce(): self
    {
        return self::read(RuleSets::stored((int) DB::table('rule_sets')->max('id')));
    }

    /** With a further rule, put before all others. */
    public function with(\stdClass $rule): self
    {
        $stored = clone $this->stored;
        $stored->rules = [$rule, ...(is_array($stored->rules) ? $stored->rules : [])];

        return self::read($stored);
    }

    /**
     * @return list<array{place: int, name: string, what: string}> rules of a version that fit a signal, in their order, with what they set
     */
    public static function fitting(int $version, ReplaySignal $signal): array
    {
        $stored = RuleSets::stored($version);
        $rules = is_array($stored->rules ?? null) ? array_values($stored->rules) : [];

        return array_map(static function (int $place) use ($rules): array {
            $rule = $rules[$place];
            $set = $rule instanceof \stdClass && $rule->set instanceof \stdClass ? (array) $rule->set : [];

            return [
                'place' => $place + 1, 'name' => $rule instanceof \stdClass && is_string($rule->name ?? null) ? $rule->name : '',
                'what' => implode(
                    ', ',
                    array_map(
                        static fn(string $name, mixed $value): string => $name.' '.(is_scalar($value) ? (string) $value : ''),
                        array_keys($set), $set,
                    ),
                ),
            ];
        }, Routing::read($stored)->fitting($signal));
    }

    /** @return array{\stdClass, \stdClass} the rule as it is stored, and as the contract of replay has it */
    private static function rule(Document $document, mixed $value, string $at): array
    {
        $row = $document->fields($value, $at, ['match', 'set'], ['name', 'off']) ?? [];
        $name = array_key_exists('name', $row) ? $document->text($row['name'], "$at/name") : null;
        $set = clone (($row['set'] ?? null) instanceof \stdClass ? $row['set'] : new \stdClass);
        $match = clone (($row['match'] ?? null) instanceof \stdClass ? $row['match'] : new \stdClass);
        if (($match->hours ?? null) instanceof \stdClass) {
            // Kept with the rule, so that a signal of the past is treated as it was even where the organisation moves.
            $match->hours = (object) ['zone' => config()->string('skarvo.time_zone'), ...(array) $match->hours];
        }
        if ((array) $match === [] || ((array) $match) === ['labels' => new \stdClass]) {
            $document->refuse(ErrorCode::MissingField, "$at/match", 'Say which signals it is for.');
        }
        if (isset($set->handling) && (! is_string($set->handling) || Handling::tryFrom($set->handling) === null)) {
            $document->refuse(
                ErrorCode::OutOfRange, "$at/set/handling",
                'Use one of '.implode(', ', array_column(Handling::cases(), 'value')).'.',
            );
        }
        if (isset($set->team) && (! is_string($set->team) || ! DB::table('teams')->where('id', $set->team)->exists())) {
            $document->refuse(ErrorCode::UnknownId, "$at/set/team", 'There is no such team.');
        }
        if ((array) $set === []) {
            $document->refuse(ErrorCode::MissingField, "$at/set", 'Say what it sets.');
        }
        $bareSet = clone $set;
        unset($bareSet->team, $bareSet->handling);

        return [
            (object) [
                ...($name === null || $name === '' ? [] : ['name' => mb_substr($name, 0, 120)]),
                ...(($row['off'] ?? false) === true ? ['off' => true] : []), 'match' => $match, 'set' => $set,
            ],
            (object) ['match' => $match, 'set' => $bareSet],
        ];
    }
}
