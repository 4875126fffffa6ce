<?php

declare(strict_types=1);

namespace App\Incidents\Major;

use App\Incidents\IncidentEntry;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Setting;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Major\Conditions;
use Skarvo\Incidents\Major\MajorWhen;

/**
 * How the organisation deals with major incidents: when it wants to be asked, and what raising sets in motion.
 *
 * @phpstan-type MajorCondition array{tier: int|null, places: int|null, reports: int|null, minutes: int|null}
 * @phpstan-type MajorRole array{id: string, name: string}
 * @phpstan-type MajorChoices array{conditions: list<MajorCondition>, update_minutes: int, team: string|null, roles: list<MajorRole>,
 *      confirm_all: bool, proving_minutes: int, link_alone: bool, watch_minutes: int, conversation: bool, bridge: bool}
 */
final readonly class MajorSettings
{
    private const SETTING = 'major';

    /** So many minutes lie between updates of a major incident, where nothing else was set. */
    private const UPDATE_MINUTES = 20;

    /** So long is looked at whether what is said to work again does. */
    private const PROVING_MINUTES = 30;

    /** What returns within so many minutes is offered as the same incident. */
    private const WATCH_MINUTES = 240;

    /**
     * @param  string|null  $team  that is called when an incident is raised
     * @param  list<MajorRole>  $roles  besides coordinator, technical lead and communicator
     * @param  bool  $conversation  whether raising opens one, where there is a chat
     * @param  bool  $bridge  whether raising opens one, where there is a phone exchange
     * @param  bool  $confirmAll  whether an incident that is no major one has to be confirmed to be over, too
     */
    private function __construct(
        public Conditions $conditions, public int $updateMinutes, public ?string $team, public array $roles, public bool $confirmAll,
        public int $provingMinutes, public bool $linkAlone, public int $watchMinutes,
        public bool $conversation, public bool $bridge, public int $version,
    ) {}

    public static function now(): self
    {
        $stored = Setting::shown(self::SETTING);
        if ($stored === null) {
            return new self(
                Conditions::usual(), self::UPDATE_MINUTES, null, [], false, self::PROVING_MINUTES, true, self::WATCH_MINUTES, true, true, 0,
            );
        }
        /**
         * @var array{conditions: list<MajorCondition>, update_minutes: int, team: string|null, roles: list<MajorRole>, confirm_all: bool,
         *      proving_minutes: int, link_alone: bool, watch_minutes: int, conversation?: bool, bridge?: bool} $value as change() wrote it
         */
        $value = $stored->value;

        return new self(
            new Conditions(array_map(
                static fn(array $one): MajorWhen => new MajorWhen($one['tier'], $one['places'], $one['reports'], $one['minutes']),
                $value['conditions'],
            )),
            $value['update_minutes'], $value['team'], $value['roles'], $value['confirm_all'],
            $value['proving_minutes'], $value['link_alone'], $value['watch_minutes'],
            // Those that were saved before there were any say nothing of it.
            $value['conversation'] ?? true, $value['bridge'] ?? true, $stored->version,
        );
    }

    /**
     * @param  MajorChoices  $choices
     *
     * @throws Refused if somebody else changed them meanwhile
     */
    public static function change(array $choices, int $version, Person $by): void
    {
        DB::transaction(static function () use ($choices, $version, $by): void {
            if ((Setting::query()->find(self::SETTING)->version ?? 0) !== $version) {
                throw Refused::because('Somebody else changed this meanwhile. Yours is kept in the form; reload the page to see theirs.');
            }
            Setting::query()->updateOrCreate(['id' => self::SETTING], ['value' => $choices, 'version' => $version + 1]);
            Journal::write(Actor::person($by), IncidentEntry::MajorSettingsChanged, ['setting', self::SETTING]);
        });
    }

    /** @return MajorChoices */
    public function choices(): array
    {
        return [
            'conditions' => array_map(static fn(MajorWhen $one): array => [
                'tier' => $one->tier, 'places' => $one->places, 'reports' => $one->reports, 'minutes' => $one->minutes,
            ], $this->conditions->conditions),
            'update_minutes' => $this->updateMinutes, 'team' => $this->team, 'roles' => $this->roles,
            'confirm_all' => $this->confirmAll, 'proving_minutes' => $this->provingMinutes,
            'link_alone' => $this->linkAlone, 'watch_minutes' => $this->watchMinutes,
            'conversation' => $this->conversation, 'bridge' => $this->bridge,
        ];
    }
}
