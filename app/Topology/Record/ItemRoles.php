<?php

declare(strict_types=1);

namespace App\Topology\Record;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Setting;
use App\Topology\TopologyEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Topology\Record\Attribute;
use Skarvo\Topology\Record\AttributeKind;

/**
 * What people and teams are to items of any type, beside the technical team and the business owner; the organisation names
 * these itself.
 */
final class ItemRoles
{
    private const SETTING = 'item_roles';

    public const MOST = 20;

    /** @return list<Attribute> */
    public static function all(): array
    {
        $roles = [];
        foreach (self::stored()['roles'] as $role) {
            $roles[] = new Attribute($role['name'], $role['label'], AttributeKind::from($role['kind']));
        }

        return $roles;
    }

    /** @return array{roles: list<array{name: string, label: string, kind: string}>, version: int} */
    public static function stored(): array
    {
        $setting = Setting::query()->find(self::SETTING);
        /** @var array{roles?: list<array{name: string, label: string, kind: string}>} $value */
        $value = $setting->value ?? [];

        return ['roles' => $value['roles'] ?? [], 'version' => $setting->version ?? 0];
    }

    /** The roles that every organisation starts with. */
    public static function putUsual(): void
    {
        Setting::query()->firstOrCreate(['id' => self::SETTING], ['value' => ['roles' => [
            ['name' => 'delivery_manager', 'label' => 'Delivery manager', 'kind' => AttributeKind::Person->value],
            ['name' => 'approver', 'label' => 'Approver', 'kind' => AttributeKind::Person->value],
        ]]]);
    }

    /**
     * Call it inside a transaction.
     *
     * @param  list<mixed>  $roles  as the form has them
     * @param  int  $seen  the version that was on the screen
     *
     * @throws Refused if they cannot be read, somebody saved meanwhile, or items would lose values
     */
    public static function save(array $roles, int $seen, Person $by): void
    {
        try {
            $after = self::read(Document::parse((string) json_encode(['roles' => $roles])));
        } catch (BadInput $e) {
            throw Refused::because($e->getMessage(), 'roles');
        }
        $kept = self::stored();
        if ($kept['version'] !== $seen) {
            throw Refused::because(
                'Somebody saved the roles meanwhile. What you changed is still here: look at theirs, then save yours on top of it.',
                'roles',
            );
        }
        self::refuseLosingValues($kept['roles'], $after);
        Setting::query()->updateOrCreate(
            ['id' => self::SETTING],
            [
                'version' => $kept['version'] + 1,
                'value' => ['roles' => array_map(static fn(Attribute $role): array => $role->toArray(), $after)],
            ],
        );
        Journal::write(Actor::person($by), TopologyEntry::ItemRolesChanged, ['setting', self::SETTING]);
    }

    /**
     * @return list<Attribute>
     *
     * @throws BadInput
     */
    private static function read(Document $document): array
    {
        $roles = [];
        foreach ($document->list(
            ($document->fields($document->root(), '', ['roles']) ?? [])['roles'] ?? [], '/roles',
        ) ?? [] as $i => $value) {
            $role = Attribute::read($document, $value, "/roles/$i");
            if ($role === null) {
                continue;
            }
            if (! in_array($role->kind, [AttributeKind::Person, AttributeKind::Team], true)) {
                $document->refuse(ErrorCode::OutOfRange, "/roles/$i/kind", "\"$role->label\" has to be a person or a team.");
            }
            if (isset($roles[$role->name])) {
                $document->refuse(ErrorCode::DuplicateId, "/roles/$i/name", "\"$role->label\" is there twice. Keep one.");
            }
            $roles[$role->name] = $role;
        }
        $document->conclude();

        return array_values($roles);
    }

    /**
     * @param  list<array{name: string, label: string, kind: string}>  $before
     * @param  list<Attribute>  $after
     */
    private static function refuseLosingValues(array $before, array $after): void
    {
        $kinds = [];
        foreach ($after as $role) {
            $kinds[$role->name] = $role->kind->value;
        }
        $known = array_column($before, 'kind', 'name');
        foreach ($before as $role) {
            if (($kinds[$role['name']] ?? null) !== $role['kind']) {
                $used = DB::table('items')->whereNotNull("attributes->$role[name]")->count();
                if ($used > 0) {
                    throw Refused::because("$used items have a \"$role[label]\". Empty those first, or keep the role as it is.", 'roles');
                }
            }
        }
        foreach (array_diff_key($kinds, $known) as $name => $kind) {
            foreach (Fields::types() as $type) {
                if (isset($type->attributes[$name])) {
                    throw Refused::because(
                        "The type \"$type->name\" has an attribute \"$name\" of its own. Give the role another name.", 'roles',
                    );
                }
            }
        }
    }
}
