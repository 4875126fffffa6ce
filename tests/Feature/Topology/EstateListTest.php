<?php

declare(strict_types=1);

namespace Tests\Feature\Topology;

use App\Topology\Record\Fields;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

/** The estate as a list: narrowed and shown by any field, in the address; and who answers for what it holds. */
final class EstateListTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person('ada-holm'));
    }

    /** @return iterable<string, array{string, \Closure(array<array-key, string>): bool}> */
    public static function conditions(): iterable
    {
        $value = static fn(string $field): \Closure => static fn(array $item): string => $item[$field] ?? '';
        $is = static fn(string $field, \Closure $fits): \Closure => static fn(array $item): bool => $fits($value($field)($item));
        yield 'a beginning' => ['address~10.20.1', $is('address', static fn(string $v): bool => str_starts_with($v, '10.20.1'))];
        yield 'exactly, in any letters' => ['model=basalt r2', $is('model', static fn(string $v): bool => $v === 'Basalt R2')];
        yield 'a number below' => ['memory<200', $is('memory', static fn(string $v): bool => $v !== '' && (float) $v < 200)];
        yield 'a number above' => ['memory>128', $is('memory', static fn(string $v): bool => $v !== '' && (float) $v > 128)];
        yield 'a number as it is' => ['tier=1', $is('tier', static fn(string $v): bool => $v === '1')];
        yield 'a number that begins' => ['capacity~1', $is('capacity', static fn(string $v): bool => str_starts_with($v, '1'))];
        yield 'nothing' => ['tier!', $is('tier', static fn(string $v): bool => $v === '')];
        yield 'a role that nobody has' => ['approver!', $is('approver', static fn(string $v): bool => $v === '')];
        yield 'a person by name' => ['approver~per s', $is('approver', static fn(string $v): bool => $v === 'per-strand')];
        yield 'a person by id' => ['approver=per-strand', $is('approver', static fn(string $v): bool => $v === 'per-strand')];
        yield 'a team by name' => ['team~quay', $is('team', static fn(string $v): bool => $v === 'quay')];
        yield 'signs that mean something elsewhere' => ['site~%', static fn(): bool => false];
        yield 'a quote' => ["site='; drop table items --", static fn(): bool => false];
    }

    /** @param  \Closure(array<array-key, string>): bool  $fits */
    #[DataProvider('conditions')]
    public function test_conditions_find_what_going_through_all_items_finds(string $condition, \Closure $fits): void
    {
        $expected = DB::table('items')->get()
            ->filter(static fn(\stdClass $row): bool => $fits(Fields::of($row)))->pluck('id')->sort()->values()->all();
        $query = http_build_query(['where' => [$condition]]);
        $shown = $this->get("/estate?$query")->assertOk()->inertiaProps('items');
        self::assertSame(count($expected), $this->get("/estate?$query")->inertiaProps('inAll'));
        $ids = array_column(is_array($shown) ? $shown : [], 'id');
        sort($ids);
        self::assertSame(array_slice($expected, 0, 500), $ids);
        $rows = json_decode($this->get("/export/json?$query")->streamedContent(), true);
        self::assertCount(count($expected), is_array($rows) ? $rows['items'] : []);
    }

    public function test_columns_and_order_stand_in_the_address_and_what_is_no_field_is_left_out(): void
    {
        $this->get(
            '/estate?kind=host&columns[]=memory&columns[]=approver&columns[]=nonsense&sort=-memory&where[]=nonsense~1&where[]=memory>0'
        )
            ->assertInertia(fn(Shown $page) => $page->where(
                'asked',
                ['find' => '', 'kind' => 'host', 'columns' => ['memory', 'approver'], 'sort' => '-memory', 'where' => ['memory>0']],
            )->where('items.0.cells', ['memory' => '256', 'approver' => ''])->etc());
        $memory = array_map(
            static fn(mixed $item): int => is_array($item) ? (int) $item['cells']['memory'] : 0,
            (array) $this->get('/estate?kind=host&columns[]=memory&sort=memory')->inertiaProps('items'),
        );
        $sorted = $memory;
        sort($sorted);
        self::assertSame($sorted, $memory);
        $teams = array_column(array_column((array) $this->get('/estate?kind=service&sort=team')->inertiaProps('items'), 'cells'), 'team');
        $named = array_values(array_filter($teams));
        $byName = $named;
        sort($byName);
        self::assertSame($byName, $named);
        foreach (['where=x', 'where[a][b]=c', 'columns=x', 'columns[][]=x', 'sort[]=x', 'find[]=x', 'kind[]=x', 'sort=drop'] as $query) {
            $this->get("/estate?$query")->assertOk();
            $this->get("/export/csv?$query")->assertOk();
            $this->getJson("/answerable?$query")->assertOk();
        }
    }

    public function test_roles_are_named_by_the_organisation_and_stand_on_every_item(): void
    {
        $roles = [
            ['name' => 'delivery_manager', 'label' => 'Delivery manager', 'kind' => 'person'],
            ['name' => 'approver', 'label' => 'Approver', 'kind' => 'person'],
            ['name' => 'harbour_office', 'label' => 'Harbour office', 'kind' => 'team'],
        ];
        $this->post('/item-roles', ['version' => 1, 'roles' => $roles])->assertSessionHasNoErrors();
        $this->post('/item-roles', ['version' => 1, 'roles' => []])->assertSessionHasErrors([
            'roles' => 'Somebody saved the roles meanwhile. What you changed is still here: look at theirs, then save yours on top of it.',
        ]);
        $this->post(
            '/estate/clk-2/change', ['fields' => ['harbour_office' => 'Quay network', 'approver' => 'Ada Holm'], 'was' => []],
        )->assertSessionHasNoErrors();
        self::assertSame(
            ['quay', 'ada-holm'],
            array_values(array_intersect_key(
                Fields::of(DB::table('items')->where('id', 'clk-2')->first() ?? new \stdClass),
                ['harbour_office' => 1, 'approver' => 1],
            )),
        );
        $this->post(
            '/estate/clk-2/change', ['fields' => ['harbour_office' => 'the moon'], 'was' => ['harbour_office' => 'quay']],
        )->assertSessionHasErrors('fields.harbour_office');
        $this->get('/estate/clk-2')->assertInertia(fn(Shown $page) => $page->where(
            'record.fields',
            fn($fields): bool =>
                $fields->firstWhere('field', 'harbour_office')['label'] === 'Harbour office'
                    && $fields->firstWhere('field', 'harbour_office')['shown'] === 'Quay network',
        )->etc());

        $this->post('/item-roles', ['version' => 2, 'roles' => array_slice($roles, 0, 2)])->assertSessionHasErrors([
            'roles' => '1 items have a "Harbour office". Empty those first, or keep the role as it is.',
        ]);
        $this->post(
            '/item-roles',
            ['version' => 2, 'roles' => [...$roles, ['name' => 'firmware', 'label' => 'Firmware', 'kind' => 'person']]],
        )->assertSessionHasErrors('roles');
        $this->post(
            '/item-roles', ['version' => 2, 'roles' => [...$roles, ['name' => 'x', 'label' => 'X', 'kind' => 'text']]],
        )->assertSessionHasErrors('roles');
        $this->post('/item-roles', ['version' => 2, 'roles' => [...$roles, $roles[0]]])->assertSessionHasErrors('roles');
        $this->post('/item-roles', ['version' => 2, 'roles' => ['x', null, 7]])->assertSessionHasErrors('roles');
        $this->post(
            '/types',
            [
                'type' => [
                    'name' => 'pontoon', 'attributes' => [['name' => 'approver', 'label' => 'Approver', 'kind' => 'text']],
                    'identifying' => [],
                ],
                'version' => null,
            ],
        )->assertSessionHasErrors('attributes');
        $this->actingAs($this->person('noor-lind'))->post('/item-roles', ['version' => 2, 'roles' => []])->assertForbidden();
    }

    public function test_who_answers_for_a_set_of_items_is_each_once_with_what_they_are_to_which(): void
    {
        $told = $this->getJson('/answerable?items=vehicle-lanes,boarding,clk-2,no-such')->assertOk();
        self::assertSame(
            [['role' => 'Approver', 'items' => ['Boarding', 'Vehicle lanes'], 'many' => 2]],
            array_column((array) $told->json('who'), 'as', 'name')['Per Strand'],
        );
        self::assertSame(1, array_column((array) $told->json('missing'), 'many', 'role')['Approver']);
        self::assertSame($this->getJson('/answerable?kind=service')->json('of'), DB::table('items')->where('kind', 'service')->count());
        $this->getJson('/answerable?where[]=approver!&kind=service')->assertJsonPath('who', []);
    }
}
