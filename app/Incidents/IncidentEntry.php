<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Contracts\EntryKind;
use App\Platform\Journal\Particular;

/** Kinds of entries in the journal. */
enum IncidentEntry: string implements EntryKind
{
    case AlertAttached = 'alert.attached';
    case OwnerTold = 'owner.told';
    case AlertDetached = 'alert.detached';
    case AlertStillFiring = 'alert.still_firing';
    case IncidentReopened = 'incident.reopened';
    case IncidentItemAdded = 'incident.item_added';
    case IncidentItemLeftOut = 'incident.item_left_out';
    case IncidentItemUnsaid = 'incident.item_unsaid';
    case ReportUnlinked = 'report.unlinked';
    case ReportReopened = 'report.reopened';
    case IncidentDeclared = 'incident.declared';
    case IncidentChanged = 'incident.changed';
    case IncidentNote = 'incident.note';
    case IncidentDecision = 'incident.decision';
    case IncidentResolved = 'incident.resolved';
    case RoomEntered = 'room.entered';
    case RoomLeft = 'room.left';
    case ReportReceived = 'report.received';
    case ReportLinked = 'report.linked';
    case ReportResolved = 'report.resolved';
    case IncidentCoordinator = 'incident.coordinator';
    case PrioritiesChanged = 'priorities.changed';
    case TargetsChanged = 'promises.changed';
    case AutoIncidentsChanged = 'auto_incidents.changed';
    case MajorRaised = 'major.raised';
    case MajorLowered = 'major.lowered';
    case MajorSettingsChanged = 'major.settings_changed';
    case HypothesisAdded = 'hypothesis.added';
    case HypothesisTaken = 'hypothesis.taken';
    case HypothesisSettled = 'hypothesis.settled';
    case IncidentEstimated = 'incident.estimated';
    case OptionAdded = 'option.added';
    case OptionDropped = 'option.dropped';
    case IncidentConfirmed = 'incident.confirmed';
    case PutUnder = 'incident.put_under';
    case TakenOut = 'incident.taken_out';
    case StaysOpen = 'incident.stays_open';
    case IncidentMerged = 'incident.merged';
    case IncidentSplit = 'incident.split';
    case RoleGiven = 'role.given';
    case RoleLeft = 'role.left';
    case CoordinationOffered = 'coordination.offered';
    case CoordinationDeclined = 'coordination.declined';
    case CoordinatorLeft = 'coordination.left';
    case CoordinationLapsed = 'coordination.lapsed';

    public function particulars(): array
    {
        return match ($this) {
            self::OwnerTold => ['person' => Particular::Person, 'text' => Particular::Words],
            self::IncidentReopened => ['why' => Particular::Words, 'title' => Particular::Words],
            self::AlertDetached => ['why' => Particular::Words],
            self::ReportReceived, self::ReportLinked, self::ReportUnlinked => ['what' => Particular::Words, 'why' => Particular::Words],
            self::IncidentDeclared => ['title' => Particular::Words],
            self::IncidentChanged => ['was' => Particular::Words, 'is' => Particular::Words, 'why' => Particular::Words],
            self::IncidentNote, self::IncidentDecision => ['text' => Particular::Words],
            self::IncidentResolved => ['resolution' => Particular::Words, 'title' => Particular::Words],
            self::MajorRaised, self::MajorLowered => ['why' => Particular::Words],
            self::HypothesisAdded, self::HypothesisTaken, self::OptionAdded, self::OptionDropped => ['text' => Particular::Words],
            self::HypothesisSettled => ['text' => Particular::Words, 'result' => Particular::Words],
            self::IncidentSplit => ['why' => Particular::Words, 'title' => Particular::Words],
            self::IncidentMerged, self::TakenOut, self::StaysOpen => ['why' => Particular::Words],
            self::IncidentEstimated => ['why' => Particular::Words],
            self::IncidentConfirmed => ['word' => Particular::Words, 'check' => Particular::Words, 'why' => Particular::Words],
            self::RoleGiven, self::RoleLeft, self::CoordinatorLeft, self::CoordinationLapsed => ['person' => Particular::Person],
            self::CoordinationOffered => ['person' => Particular::Person, 'text' => Particular::Words],
            self::CoordinationDeclined => ['person' => Particular::Person, 'why' => Particular::Words],
            self::RoomLeft => ['person' => Particular::Person],
            default => [],
        };
    }
}
