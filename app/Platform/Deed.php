<?php

declare(strict_types=1);

namespace App\Platform;

/** What people do in Skarvo, and which roles may: the one table of it. Whatever is not here, everybody who is signed in may do. */
enum Deed: string
{
    case TakeAlerts = 'take-alerts';
    case AttachAlerts = 'attach-alerts';
    case SetStage = 'set-stage';
    case WorkAlerts = 'work-alerts';
    case RunIncidents = 'run-incidents';
    case CallPeople = 'call-people';
    case TellOutsiders = 'tell-outsiders';
    case ReadTickets = 'read-tickets';
    case WorkTickets = 'work-tickets';
    case Tune = 'tune';
    case ArrangeRotas = 'arrange-rotas';
    case KeepEstate = 'keep-estate';
    case PlanChanges = 'plan-changes';
    case Administer = 'administer';

    /** @return non-empty-list<Role> */
    public function roles(): array
    {
        return match ($this) {
            self::TakeAlerts, self::AttachAlerts, self::SetStage => [Role::Coordinator, Role::Responder],
            self::ReadTickets => [Role::Coordinator, Role::Desk, Role::ServiceOwner, Role::Administrator],
            self::WorkTickets => [Role::Coordinator, Role::Desk],
            self::WorkAlerts, self::RunIncidents, self::CallPeople, self::TellOutsiders, self::Tune => [Role::Coordinator],
            self::ArrangeRotas => [Role::Coordinator, Role::Administrator],
            self::KeepEstate => [Role::Coordinator, Role::ServiceOwner, Role::Administrator],
            self::PlanChanges => [Role::Coordinator, Role::Responder, Role::ServiceOwner, Role::Administrator],
            self::Administer => [Role::Administrator],
        };
    }

    /** Whether a role may do it only for what is its own team's. */
    public function isForOwnTeam(Role $role): bool
    {
        return $role === Role::Responder;
    }

    public function words(): string
    {
        return match ($this) {
            self::TakeAlerts => 'take alerts',
            self::AttachAlerts => 'attach alerts to an incident',
            self::SetStage => 'set the stage of an incident',
            self::WorkAlerts => 'let alerts wait, close them, split and join groups',
            self::RunIncidents => 'declare, correct, resolve and reopen incidents, and say what belongs to them',
            self::CallPeople => 'call people to an incident, and stop calls',
            self::TellOutsiders => 'publish updates, and decide what the status page says',
            self::ReadTickets => 'read what people report, beyond what is given to them or their team',
            self::WorkTickets => 'answer, link, hand over, correct and close tickets, and decide about surges of reports',
            self::Tune => 'change rules, quiet times, sources and policies',
            self::ArrangeRotas => 'put others on call, and change rotas',
            self::KeepEstate => 'change items, types, imports and scans',
            self::PlanChanges => 'plan changes and carry them out',
            self::Administer => 'change people, teams, priorities and holidays',
        };
    }

    public function isAllowedTo(Person $person): bool
    {
        return $person->left_at === null && $person->has(...$this->roles());
    }

    /** Whether a person may do it for their own team only. */
    public function isLimited(Person $person): bool
    {
        foreach ($this->roles() as $role) {
            if ($person->has($role) && ! $this->isForOwnTeam($role)) {
                return false;
            }
        }

        return true;
    }

    /** Who may, for whoever may not. */
    public function refusal(): string
    {
        $who = array_map(fn(Role $role): string => $role->plural().($this->isForOwnTeam($role) ? ' of the team' : ''), $this->roles());
        $last = array_pop($who);

        return 'Only '.($who === [] ? $last : implode(', ', $who)." and $last")." may {$this->words()}.";
    }
}
