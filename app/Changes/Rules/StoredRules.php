<?php

declare(strict_types=1);

namespace App\Changes\Rules;

use App\Platform\Look;
use Illuminate\Support\Facades\DB;
use Skarvo\Changes\Rules\ChangeRules;
use Skarvo\Changes\Rules\RulesDocument;
use Skarvo\Json\Document;

/** The rules of changes as they are stored: every version is kept, as open changes stay on the one that they began with. */
final readonly class StoredRules
{
    /** Until somebody sets others. */
    private const FIRST = [
        'kinds' => [
            'standard' => ['requires' => []],
            'normal' => [
                'requires' => ['reason', 'back_out'],
                'minor' => [['name' => 'peers', 'of' => [ChangeRules::PEERS], 'needs' => 'one', 'expires' => 'P7D']],
                'major' => [
                    ['name' => 'peers', 'of' => [ChangeRules::PEERS], 'needs' => 'one', 'expires' => 'P7D'],
                    ['name' => 'owners', 'of' => [ChangeRules::OWNERS], 'needs' => 'all', 'veto' => true, 'expires' => 'P7D'],
                ],
            ],
            'emergency' => [
                'requires' => ['reason'],
                'stages' => [['name' => 'coordinators', 'of' => [ChangeRules::COORDINATORS], 'needs' => 'one', 'expires' => 'PT2H']],
            ],
        ],
        'major' => ['tier' => 1, 'percent' => 25],
        'windows' => [], 'freezes' => [],
    ];

    private function __construct(public int $version, public \stdClass $settings, public ChangeRules $rules) {}

    /** Those in force. */
    public static function now(): self
    {
        return Look::once('change rules', static function (): self {
            $row = DB::table('change_rule_sets')->orderByDesc('id')->first(['id', 'settings']);
            $settings = $row === null ? self::first() : json_decode((string) $row->settings, false, 32, JSON_THROW_ON_ERROR);

            return new self(
                (int) ($row->id ?? 0), $settings instanceof \stdClass ? $settings : self::first(),
                RulesDocument::read(Document::of($settings))
            );
        });
    }

    private static function first(): \stdClass
    {
        $first = json_decode(json_encode(self::FIRST, JSON_THROW_ON_ERROR), false);

        return $first instanceof \stdClass ? $first : throw new \LogicException('Rules are an object.');
    }
}
