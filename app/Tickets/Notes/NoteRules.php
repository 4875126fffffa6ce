<?php

declare(strict_types=1);

namespace App\Tickets\Notes;

use App\Incidents\LinkKind;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Setting;
use App\Tickets\TicketEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Notes\CopyRule;
use Skarvo\Incidents\Notes\Way;

/**
 * The organisation's rules for where notes are seen besides. Down goes from an incident to its tickets, and from what has tasks to them.
 *
 * @phpstan-type NoteRule array{link: value-of<LinkKind>, way: 'down'|'up', internal: bool, public: bool, earlier: bool}
 */
final class NoteRules
{
    private const SETTING = 'note-rules';

    /** @return list<NoteRule> one for each kind of link and way */
    public static function all(): array
    {
        $kept = [];
        foreach (Setting::query()->find(self::SETTING)->value['rules'] ?? [] as $rule) {
            if (is_array($rule)) {
                $kept[self::key((string) $rule['link'], (string) $rule['way'])] = $rule;
            }
        }
        $rules = [];
        foreach (LinkKind::cases() as $link) {
            foreach (['down', 'up'] as $way) {
                $one = $kept[self::key($link->value, $way)] ?? [];
                $rules[] = [
                    'link' => $link->value, 'way' => $way, 'internal' => ($one['internal'] ?? true) === true,
                    'public' => ($one['public'] ?? true) === true, 'earlier' => ($one['earlier'] ?? true) === true,
                ];
            }
        }

        return $rules;
    }

    /** @return list<CopyRule> */
    public static function read(): array
    {
        return array_map(static fn(array $one): CopyRule => new CopyRule(
            $one['link'], Way::from($one['way']), $one['internal'], $one['public'], $one['earlier'],
        ), self::all());
    }

    public static function version(): int
    {
        return Setting::query()->find(self::SETTING)->version ?? 0;
    }

    /**
     * @param  list<NoteRule>  $rules
     *
     * @throws Refused if somebody else changed them meanwhile
     */
    public static function change(array $rules, int $version, Person $by): void
    {
        DB::transaction(static function () use ($rules, $version, $by): void {
            if (self::version() !== $version) {
                throw Refused::because(
                    'Somebody else changed the rules meanwhile. Yours are kept in the form; reload the page to see theirs.'
                );
            }
            Setting::query()->updateOrCreate(['id' => self::SETTING], ['value' => ['rules' => $rules], 'version' => $version + 1]);
            Journal::write(Actor::person($by), TicketEntry::NoteRulesChanged, ['setting', self::SETTING]);
        });
    }

    private static function key(string $link, string $way): string
    {
        return "$link $way";
    }
}
