<?php

declare(strict_types=1);

namespace Skarvo\Tests\Changes\Rules;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\Rules\ChangeRules;
use Skarvo\Changes\Rules\Field;
use Skarvo\Changes\Rules\Review;
use Skarvo\Changes\Rules\RulesDocument;
use Skarvo\Changes\Rules\TakenDown;
use Skarvo\Changes\Rules\Window;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Time\Zone;

final class RulesDocumentTest extends TestCase
{
    private const STAGE = ['name' => 'peer', 'of' => ['@peers'], 'needs' => 'one'];

    private const RULES = [
        'kinds' => [
            'standard' => [],
            'normal' => [
                'minor' => [self::STAGE], 'major' => [self::STAGE, ['name' => 'board', 'of' => ['cy'], 'needs' => 'all', 'veto' => true]],
                'requires' => ['back_out'],
            ],
            'emergency' => ['stages' => [self::STAGE], 'review' => ['by' => 'cy', 'working_days' => 3]],
        ],
        'major' => ['tier' => 1, 'percent' => 20],
        'windows' => [
            ['name' => 'lanes', 'item' => 'gate', 'days' => ['tue'], 'from' => '23:00', 'to' => '04:00'],
            ['name' => 'boarding', 'item' => 'boarding', 'days' => ['sun'], 'from' => '01:00', 'to' => '05:00'],
            ['name' => 'network', 'team' => 'network', 'days' => ['wed'], 'from' => '22:00', 'to' => '02:00'],
            ['name' => 'nights', 'days' => ['mon', 'tue'], 'from' => '22:00', 'to' => '05:00'],
        ],
        'freezes' => [['name' => 'summer', 'from' => '2026-07-01T00:00', 'to' => '2026-08-01T00:00']],
        'deployments' => [
            'map' => [['service' => 'Boarding-API', 'environment' => 'production', 'items' => ['boarding']]], 'ignore' => ['Staging'],
        ],
    ];

    public function test_it_names_people_in_stages_reviews_and_as_stand_ins(): void
    {
        $people = static function (array $more): array {
            $people = self::rules([...self::RULES, ...$more])->people();
            sort($people);

            return $people;
        };
        self::assertSame(['cy'], $people([]));
        // Those in whose place they stand say nothing themselves.
        self::assertSame(['bo', 'cy', 'di'], $people(['stand_ins' => ['ana' => ['bo', 'di'], 'eli' => ['bo']]]));
        $kinds = self::RULES['kinds'];
        $kinds['normal']['minor'] = [['name' => 'peer', 'of' => ['@peers', 'fay'], 'needs' => 'one']];
        $kinds['normal']['major'] = [['name' => 'board', 'of' => ['gus'], 'needs' => 'one']];
        $kinds['emergency'] = ['stages' => [self::STAGE], 'review' => ['by' => 'hal', 'working_days' => 3]];
        self::assertSame(['fay', 'gus', 'hal'], $people(['kinds' => $kinds]));
        unset($kinds['emergency']['review']);
        self::assertSame(['fay', 'gus'], $people(['kinds' => $kinds]));
    }

    public function test_the_hours_of_something_come_from_the_nearest_that_has_any(): void
    {
        $rules = self::rules(self::RULES);
        $names = static fn(TakenDown ...$down): array => array_map(
            static fn(Window $one): string => "$one->name: ".implode(', ', $one->because), $rules->windowsFor(array_values($down))
        );

        self::assertSame(['lanes: Gate'], $names(new TakenDown('gate', 'Gate', ['boarding' => 'Boarding'], 'network')));
        self::assertSame(
            ['boarding: Boarding'], $names(new TakenDown('db', 'Db', ['boarding' => 'Boarding', 'other' => 'Other'], 'network'))
        );
        self::assertSame(['network: Switch'], $names(new TakenDown('switch', 'Switch', ['other' => 'Other'], 'network')));
        self::assertSame(['nights: Printer'], $names(new TakenDown('printer', 'Printer', [], 'desk')));
        self::assertSame(
            ['boarding: Boarding', 'lanes: Gate'],
            $names(new TakenDown('gate', 'Gate', [], null), new TakenDown('db', 'Db', ['boarding' => 'Boarding'], null))
        );
        self::assertSame([], self::rules(['windows' => []] + self::RULES)->windowsFor([new TakenDown('gate', 'Gate', [], null)]));
        $zone = Zone::orUtc('Europe/Oslo');
        // A Tuesday night at the end of winter time's last week: 23:00 to 04:00 in Oslo.
        self::assertSame(
            [[1_774_389_600, 1_774_407_600]],
            $rules->windowsFor([new TakenDown('gate', 'Gate', [], null)])[0]->open($zone, 1_774_300_000, 1_774_400_000)
                ->within(1_774_380_000, 1_774_420_000)->all
        );
    }

    public function test_a_normal_change_is_major_by_what_it_takes_down_or_by_its_risk(): void
    {
        $rules = self::rules(self::RULES);

        self::assertTrue($rules->isMajor(ChangeKind::Normal, 1, 0.0));
        self::assertFalse($rules->isMajor(ChangeKind::Normal, 2, 0.19));
        self::assertTrue($rules->isMajor(ChangeKind::Normal, null, 0.2));
        self::assertFalse($rules->isMajor(ChangeKind::Emergency, 1, 1.0));
        self::assertCount(2, $rules->stagesOf(ChangeKind::Normal, true));
        self::assertCount(1, $rules->stagesOf(ChangeKind::Normal, false));
        self::assertSame([], $rules->stagesOf(ChangeKind::Standard, false));
        self::assertSame([Field::BackOut], $rules->requires['normal']);
    }

    public function test_deployments_find_their_items_by_service_and_environment(): void
    {
        $rules = self::rules(self::RULES);

        self::assertSame(['boarding'], $rules->mapping('boarding-api', 'Production')?->items);
        self::assertNull($rules->mapping('boarding-api', 'test'));
        self::assertNull($rules->mapping('boarding-api', null));
        self::assertTrue($rules->ignores('staging'));
        self::assertFalse($rules->ignores(null));
    }

    public function test_a_review_is_due_on_a_working_day(): void
    {
        $due = static fn(string $ended, int $days, string ...$holidays): string => (new Review('cy', $days))->due(
            new \DateTimeImmutable($ended),
            array_map(static fn(string $day): int => intdiv((int) strtotime("$day UTC"), 86400), array_values($holidays)),
        )->format('D Y-m-d H:i');

        self::assertSame('Mon 2026-03-09 23:59', $due('2026-03-06 03:00', 1));
        self::assertSame('Wed 2026-03-11 23:59', $due('2026-03-07 03:00', 3));
        self::assertSame('Tue 2026-03-10 23:59', $due('2026-03-06 23:00', 1, '2026-03-09'));
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function bad(): iterable
    {
        $with = static fn(array $more): array => array_replace_recursive(self::RULES, $more);
        yield 'no kinds' => [array_diff_key(self::RULES, ['kinds' => 0]), 'missing_field', '/kinds'];
        yield 'nobody approves' => [
            ['kinds' => ['normal' => ['minor' => [], 'major' => [self::STAGE]]] + self::RULES['kinds']] + self::RULES, 'out_of_range',
            '/kinds/normal/minor',
        ];
        yield 'an unknown field' => [
            $with(['kinds' => ['normal' => ['requires' => ['colour']]]]), 'out_of_range', '/kinds/normal/requires/0',
        ];
        yield 'a review without time' => [
            $with(['kinds' => ['emergency' => ['review' => ['working_days' => 0]]]]), 'out_of_range',
            '/kinds/emergency/review/working_days',
        ];
        yield 'of two things' => [$with(['windows' => [['team' => 'network']]]), 'unknown_field', '/windows/0/team'];
        yield 'a freeze that ends first' => [$with(['freezes' => [['to' => '2026-06-01T00:00']]]), 'out_of_range', '/freezes/0/to'];
        yield 'their own stand-in' => [$with(['stand_ins' => ['cy' => ['cy']]]), 'out_of_range', '/stand_ins/cy/0'];
        yield 'a kind that is none' => [
            $with(['deployments' => ['map' => [['kind' => 'usual']]]]), 'out_of_range', '/deployments/map/0/kind',
        ];
        yield 'ignores a number' => [$with(['deployments' => ['ignore' => [7]]]), 'wrong_type', '/deployments/ignore/0'];
    }

    /** @param  array<string, mixed>  $rules */
    #[DataProvider('bad')]
    public function test_rules_that_cannot_hold_are_refused_where_they_are_wrong(array $rules, string $code, string $at): void
    {
        try {
            self::rules($rules);
            self::fail('They were taken.');
        } catch (BadInput $e) {
            self::assertSame([$code, $at], [$e->error->value, $e->at]);
        }
    }

    /** @param  array<string, mixed>  $rules */
    private static function rules(array $rules): ChangeRules
    {
        $json = json_encode($rules, JSON_THROW_ON_ERROR);

        return RulesDocument::read(Document::of(json_decode(str_replace('"standard":[]', '"standard":{}', $json), false)));
    }
}
