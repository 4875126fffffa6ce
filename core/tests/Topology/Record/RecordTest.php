<?php

declare(strict_types=1);

namespace Skarvo\Tests\Topology\Record;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Topology\Record\Attribute;
use Skarvo\Topology\Record\AttributeKind;
use Skarvo\Topology\Record\BadValue;
use Skarvo\Topology\Record\Comparison;
use Skarvo\Topology\Record\Directory;
use Skarvo\Topology\Record\Doubt;
use Skarvo\Topology\Record\EndDate;
use Skarvo\Topology\Record\FieldCondition;
use Skarvo\Topology\Record\ItemType;
use Skarvo\Topology\Record\RecordFields;

final class RecordTest extends TestCase
{
    private static function fields(): RecordFields
    {
        return new RecordFields(
            ['host' => new ItemType('host', [
                new Attribute('serial', 'Serial number'), new Attribute('memory', 'Memory, GB', AttributeKind::Number),
                new Attribute('support_ends', 'Support ends', AttributeKind::Date, remind: [30, 7]),
                new Attribute('stage', 'Stage', AttributeKind::Choice, ['In use', 'Spare']),
                new Attribute('keeper', 'Keeper', AttributeKind::Person),
                new Attribute('lent_to', 'Lent to', AttributeKind::Team),
            ], ['serial', 'name'])],
            new Directory(
                [['ann-berg', ['Ann Berg', 'ann@eiderholm.example']], ['bo', ['Bo Lie']]],
                [['quay', ['Quay and harbour networks']]],
            ),
        );
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function kept(): iterable
    {
        yield 'a text is trimmed' => ['serial', '  A-1 ', 'A-1'];
        yield 'a number stays as it was written' => ['memory', '0.50', '0.50'];
        yield 'a date' => ['support_ends', '2028-02-29', '2028-02-29'];
        yield 'a choice, in whatever letters' => ['stage', 'in USE', 'In use'];
        yield 'a person by name' => ['keeper', 'ann berg', 'ann-berg'];
        yield 'a person by mail address' => ['keeper', 'ANN@eiderholm.example', 'ann-berg'];
        yield 'a team by id' => ['lent_to', 'quay', 'quay'];
        yield 'a tier' => ['tier', '4', '4'];
        yield 'a team by name' => ['team', 'quay and harbour networks', 'quay'];
        yield 'no value' => ['memory', ' ', ''];
        yield 'use of the week' => ['use', 'sailings:  daily 06-22  12 ;else 1', 'sailings: daily 06-22 12; else 1'];
    }

    #[DataProvider('kept')]
    public function test_values_are_kept_in_one_form(string $field, string $typed, string $kept): void
    {
        self::assertSame($kept, self::fields()->check('host', $field, $typed));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function refused(): iterable
    {
        yield 'no number' => ['memory', '12 GB', 'Memory, GB must be a number such as 12 or 0.5, not "12 GB".'];
        yield 'no day of the calendar' => [
            'support_ends', '2027-02-29', 'Support ends must be a date such as 2026-09-30, not "2027-02-29".',
        ];
        yield 'no choice' => ['stage', 'sold', 'Stage is one of: In use, Spare. It cannot be "sold".'];
        yield 'nobody' => ['keeper', 'Carl', 'Keeper: nobody is called "Carl". Use a person\'s id, name or mail address.'];
        yield 'no team' => ['team', 'moon', 'There is no team "moon". Use a team\'s id or name.'];
        yield 'a tier too far' => ['tier', '5', 'Tier is a number from 1, which matters most, to 4, not "5".'];
        yield 'no name' => ['name', ' ', 'Name cannot be empty.'];
        yield 'an attribute of another type' => [
            'wingspan', '3', 'Items of the type "host" have no attribute "wingspan". Add it to the type, or leave it out.',
        ];
        yield 'a bell' => ['site', "Quay\x07", 'Site holds control characters. Take them out.'];
        yield 'a long name' => ['name', str_repeat('x', 201), 'Name is longer than 200 characters. Shorten it.'];
    }

    #[DataProvider('refused')]
    public function test_what_cannot_be_kept_says_what_to_change(string $field, string $typed, string $why): void
    {
        $this->expectExceptionObject(new BadValue($why));
        self::fields()->check('host', $field, $typed);
    }

    public function test_an_id_goes_before_a_name_that_reads_the_same(): void
    {
        $directory = new Directory([['x', ['bo']], ['bo', ['Bo Lie']]], []);
        self::assertSame('bo', $directory->person('Bo'));
        self::assertNull($directory->team('bo'));
    }

    public function test_a_type_is_read_and_told_in_the_same_form(): void
    {
        $type = [
            'name' => 'barrier',
            'attributes' => [
                ['name' => 'serial', 'label' => 'Serial', 'kind' => 'text'],
                ['name' => 'stage', 'label' => 'Stage', 'kind' => 'choice', 'choices' => ['new', 'old']],
                ['name' => 'ends', 'label' => 'Ends', 'kind' => 'date', 'remind' => [30, 7]],
                ['name' => 'discount', 'label' => 'Discount', 'kind' => 'date', 'early' => 'ends'],
            ],
            'identifying' => ['serial', 'name'],
        ];
        self::assertSame($type, ItemType::read(Document::parse((string) json_encode($type)))->toArray());
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function badTypes(): iterable
    {
        $attribute = ['name' => 'a', 'label' => 'A', 'kind' => 'text'];
        yield 'no name' => [['name' => ' ', 'attributes' => []], '/name'];
        yield 'a name that is taken' => [
            ['name' => 'x', 'attributes' => [['name' => 'tier', 'label' => 'T', 'kind' => 'text']]], '/attributes/0/name',
        ];
        yield 'a name with spaces' => [['name' => 'x', 'attributes' => [[...$attribute, 'name' => 'my a']]], '/attributes/0/name'];
        yield 'twice' => [['name' => 'x', 'attributes' => [$attribute, $attribute]], '/attributes/1/name'];
        yield 'no choices' => [['name' => 'x', 'attributes' => [[...$attribute, 'kind' => 'choice']]], '/attributes/0/choices'];
        yield 'days of a text' => [['name' => 'x', 'attributes' => [[...$attribute, 'remind' => [3]]]], '/attributes/0/remind'];
        yield 'early of no date' => [
            ['name' => 'x', 'attributes' => [$attribute, ['name' => 'b', 'label' => 'B', 'kind' => 'date', 'early' => 'a']]],
            '/attributes/1/early',
        ];
        yield 'early of itself' => [
            ['name' => 'x', 'attributes' => [['name' => 'b', 'label' => 'B', 'kind' => 'date', 'early' => 'b']]],
            '/attributes/0/early',
        ];
        yield 'early, and no date' => [
            ['name' => 'x', 'attributes' => [['name' => 'b', 'label' => 'B', 'kind' => 'date'], [...$attribute, 'early' => 'b']]],
            '/attributes/1/early',
        ];
        yield 'recognised by what it has not' => [['name' => 'x', 'attributes' => [$attribute], 'identifying' => ['b']], '/identifying/0'];
        yield 'a kind of no kind' => [['name' => 'x', 'attributes' => [[...$attribute, 'kind' => 'colour']]], '/attributes/0/kind'];
    }

    /** @param  array<string, mixed>  $type */
    #[DataProvider('badTypes')]
    public function test_a_type_that_makes_no_sense_is_refused_where_it_does_not(array $type, string $at): void
    {
        try {
            ItemType::read(Document::parse((string) json_encode($type)));
            self::fail('It was taken.');
        } catch (BadInput $e) {
            self::assertSame($at, $e->at);
        }
    }

    /** @return iterable<string, array{string, list<int>, string|null, bool}> */
    public static function ends(): iterable
    {
        yield 'far' => ['2026-12-27', [30, 7], null, false];
        yield 'the first day to say so' => ['2026-12-26', [30, 7], 'ends in 30 days', false];
        yield 'soon' => ['2026-12-03', [30, 7], 'ends in 7 days', true];
        yield 'the day after tomorrow' => ['2026-11-28', [30, 7], 'ends in 2 days', true];
        yield 'tomorrow' => ['2026-11-27', [30, 7], 'ends tomorrow', true];
        yield 'today it still holds' => ['2026-11-26', [], null, false];
        yield 'today, told' => ['2026-11-26', [0], 'ends today', true];
        yield 'yesterday, though nobody asked' => ['2026-11-25', [], 'ended yesterday', true];
        yield 'the day before yesterday' => ['2026-11-24', [], 'ended 2 days ago', true];
        yield 'over a leap day' => ['2024-03-01', [7], 'ended 1000 days ago', true];
    }

    /** @param  list<int>  $ahead */
    #[DataProvider('ends')]
    public function test_ends_are_told_so_many_days_ahead(string $end, array $ahead, ?string $words, bool $last): void
    {
        $due = EndDate::due($end, $ahead, '2026-11-26');
        self::assertSame($words, $due?->words());
        self::assertSame($last, $due->isLast ?? false);
    }

    public function test_a_date_by_which_acting_early_pays_is_missed_once_its_day_is_over(): void
    {
        self::assertSame(
            [true, false, false],
            array_map(
                static fn(string $early): bool => EndDate::isMissed($early, '2026-11-26'),
                ['2026-11-25', '2026-11-26', '2026-11-27'],
            ),
        );
    }

    public function test_roles_are_fields_of_items_of_every_type(): void
    {
        $fields = new RecordFields(
            ['host' => new ItemType('host', [new Attribute('keeper', 'Own keeper')])],
            new Directory([['ann', ['Ann Berg']]], [['quay', ['Quay']]]),
            roles: [new Attribute('approver', 'Approver', AttributeKind::Person), new Attribute('keeper', 'Keeper', AttributeKind::Team)],
        );

        self::assertSame(
            ['ann', 'ann'], [$fields->check('host', 'approver', 'Ann Berg'), $fields->check('something else', 'approver', 'ANN')],
        );
        self::assertSame(['anything', 'quay'], [$fields->check('host', 'keeper', 'anything'), $fields->check('gate', 'keeper', 'Quay')]);
        self::assertSame(
            [true, 'Approver', 'Own keeper', 'Keeper'],
            [$fields->knows('approver'), $fields->label('approver'), $fields->label('keeper', 'host'), $fields->label('keeper', 'gate')],
        );
        $this->expectExceptionMessage('Approver: nobody is called "quay".');
        $fields->check('gate', 'approver', 'quay');
    }

    public function test_conditions_are_read_from_an_address(): void
    {
        $read = static fn(string $text): ?array =>
            ($c = FieldCondition::parse($text)) === null ? null : [$c->field, $c->comparison, $c->value];

        self::assertSame(['firmware', Comparison::Begins, '5.0'], $read('firmware~ 5.0 '));
        self::assertSame(['valid_until', Comparison::Below, '2026-09-30'], $read('valid_until<2026-09-30'));
        self::assertSame(['a', Comparison::Is, "b=c\n!"], $read("a=b=c\n!"));
        self::assertSame(['approver', Comparison::Missing, ''], $read('approver!whatever'));
        self::assertSame([null, null, null, null, null], array_map($read, ['', 'firmware', 'firmware~ ', "a'b=c", "a=\xC3"]));
        self::assertSame(200, mb_strlen((string) FieldCondition::parse('a='.str_repeat('å', 5000))?->value));
    }

    public function test_doubts_are_told_one_by_one(): void
    {
        self::assertSame([], Doubt::about(false, true, true, 0, 1, 0, false));
        self::assertSame([], Doubt::about(true, true, true, 0, 0, 0, false));
        self::assertSame(
            [Doubt::NoOwner, Doubt::NotSeen, Doubt::Contradicted, Doubt::NothingStandsOnIt],
            Doubt::about(false, false, false, 2, 0, 3, false),
        );
        self::assertSame([Doubt::StandsOnOneThing, Doubt::InALoop], Doubt::about(true, true, true, 0, 0, 1, true));
    }
}
