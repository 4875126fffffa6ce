<?php

declare(strict_types=1);

namespace Tests\Feature\Changes;

use Opis\JsonSchema\Validator;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Changes\Rules\RulesDocument;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;

/** The schema of the rules of changes and their reader take the same documents, whatever is wrong with them. */
final class RulesSchemaTest extends TestCase
{
    private const RULES = '{
        "kinds": {
            "standard": {"requires": ["steps"]},
            "normal": {"requires": ["reason", "back_out"], "minor": [{"name": "peers", "of": ["@peers"], "needs": "one", "expires": "P7D"}],
                "major": [{"name": "board", "of": ["ada", "bo", "cy"], "needs": {"count": 2}, "veto": true}, {"name": "owners", "of": ["@owners"], "needs": {"share": 50}}]},
            "emergency": {"stages": [{"name": "coordinators", "of": ["@coordinators"], "needs": "all"}], "review": {"by": "ada", "working_days": 3}}
        },
        "major": {"tier": 1, "percent": 25},
        "windows": [{"name": "nights", "days": ["mon", "sun"], "from": "22:30", "to": "04:30"}, {"name": "quay", "team": "quay", "days": ["tue"], "from": "00:00", "to": "24:00"}],
        "freezes": [{"name": "summer", "from": "2026-07-01T00:00", "to": "2026-08-01T00:00"}],
        "stand_ins": {"ada": ["bo", "cy"]},
        "deployments": {"map": [{"service": "api", "environment": "production", "items": ["booking"], "kind": "normal"}], "ignore": ["test"]}
    }';

    /** What no schema can say: one value against another. */
    private const BEYOND = '/^(The end must be later than the start|There is a stage "[^"]*" already)/';

    public function test_what_stands_here_is_taken_by_both(): void
    {
        self::assertNull(self::refused(self::RULES));
        self::assertTrue(self::fits(self::RULES));
    }

    public function test_both_refuse_the_same(): void
    {
        $dice = new Randomizer(new Mt19937(11));
        $seen = ['taken' => 0, 'refused' => 0];
        for ($n = 0; $n < 1500; $n++) {
            $rules = json_decode(self::RULES, false, 32, JSON_THROW_ON_ERROR);
            for ($times = $dice->getInt(1, 2); $times > 0; $times--) {
                self::spoil($rules, $dice);
            }
            $text = json_encode($rules, JSON_THROW_ON_ERROR);
            $refused = self::refused($text);
            if ($refused !== null && preg_match(self::BEYOND, $refused->getMessage()) === 1) {
                continue;
            }
            self::assertSame($refused === null, self::fits($text), ($refused?->getMessage() ?? 'The reader takes it').": $text");
            $seen[$refused === null ? 'taken' : 'refused']++;
        }
        self::assertGreaterThan(100, min($seen), 'Both happen.');
    }

    private static function refused(string $text): ?BadInput
    {
        try {
            RulesDocument::read(Document::of(json_decode($text, false, 32, JSON_THROW_ON_ERROR)));
        } catch (BadInput $e) {
            return $e;
        }

        return null;
    }

    private static function fits(string $text): bool
    {
        $schema = (string) file_get_contents(dirname(__DIR__, 3).'/docs/formats/change-rules.schema.json');

        return (new Validator)
            ->validate(json_decode($text, false, 32, JSON_THROW_ON_ERROR), json_decode($schema, false, 64, JSON_THROW_ON_ERROR))->isValid();
    }

    /** Changes one thing somewhere in it. */
    private static function spoil(mixed &$value, Randomizer $dice): void
    {
        if ((is_array($value) && $value !== []) || ($value instanceof \stdClass && (array) $value !== [])) {
            $keys = array_keys((array) $value);
            $key = $keys[$dice->getInt(0, count($keys) - 1)];
            if ($dice->getInt(0, 3) > 0) {
                if (is_array($value)) {
                    self::spoil($value[$key], $dice);
                } else {
                    self::spoil($value->$key, $dice);
                }

                return;
            }
            if ($dice->getInt(0, 2) === 0) {
                if (is_array($value)) {
                    array_splice($value, (int) $key, 1);
                } else {
                    unset($value->$key);
                }

                return;
            }
            if ($value instanceof \stdClass && $dice->getInt(0, 8) < 3) {
                $value->{['veto', 'note', 'item', 'team', 'zz'][$dice->getInt(0, 4)]} = [true, 'x', 1][$dice->getInt(0, 2)];

                return;
            }
            if (is_array($value)) {
                $value[] = $value[$key];

                return;
            }
        }
        $value = [
            null, 0, 1, 3, 99, -1, 1.5, '', 'x', 'all', '@peers', '24:00', '25:00', '2026-07-01T00:00', '2026-13-01T00:00', 'P1D', 'P',
            true, [], ['x'], new \stdClass,
        ][$dice->getInt(0, 20)];
    }
}
