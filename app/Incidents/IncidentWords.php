<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Contracts\TellsEntries;
use App\Platform\Journal\Facts;
use App\Platform\Journal\Sentence;
use Skarvo\Incidents\Ending\Confirmation;
use Skarvo\Incidents\Finding\HypothesisState;
use Skarvo\Incidents\Finding\OptionKind;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Stage;
use Skarvo\Incidents\Urgency;

/** Words for journal entries. */
final class IncidentWords implements TellsEntries
{
    public function tell(string $kind, Facts $facts): ?Sentence
    {
        return match (IncidentEntry::tryFrom($kind)) {
            IncidentEntry::AlertAttached => Sentence::plain("Alert attached: {$facts->text('title')}", $facts->text('item')),
            IncidentEntry::OwnerTold => Sentence::plain("Told {$facts->person('person')}", $facts->text('text')),
            IncidentEntry::AlertDetached => Sentence::plain(
                "Alert unlinked: {$facts->text('title')}",
                $facts->text('to') === '' ? $facts->text('why') : "to {$facts->text('to')}",
            ),
            IncidentEntry::AlertStillFiring => Sentence::strong(
                "{$facts->text('alerts')} alerts still firing after {$facts->text('ref')} was resolved",
                $facts->is('hit') ? 'a service is still hit' : 'they come back in a while unless they clear',
            ),
            IncidentEntry::IncidentReopened => Sentence::strong('Reopened', $facts->text('why')),
            IncidentEntry::IncidentItemAdded => Sentence::plain("{$facts->text('name')} belongs to {$facts->text('ref')}", match (
                $facts->text('state')
            ) {
                'down' => 'down', 'degraded' => 'degraded', default => 'no spare left',
            }.', as somebody says'),
            IncidentEntry::IncidentItemLeftOut => Sentence::plain(
                "{$facts->text('name')} does not belong to {$facts->text('ref')}", 'whatever alerts say',
            ),
            IncidentEntry::IncidentItemUnsaid => Sentence::plain(
                "What was said of {$facts->text('name')} in {$facts->text('ref')} is taken back",
            ),
            IncidentEntry::ReportUnlinked => Sentence::plain("Report unlinked: {$facts->text('what')}", $facts->text('why')),
            IncidentEntry::ReportReopened => Sentence::quiet("Report {$facts->text('ref')} is open again"),
            IncidentEntry::IncidentDeclared => Sentence::strong(
                "Declared, priority {$facts->text('priority')}",
                "{$facts->text('title')}; from ".self::beginning($facts).", {$facts->text('service')}",
            ),
            IncidentEntry::IncidentChanged => self::changed($facts),
            IncidentEntry::IncidentNote => Sentence::plain($facts->text('text')),
            IncidentEntry::IncidentDecision => Sentence::strong('Decision', $facts->text('text')),
            IncidentEntry::IncidentResolved => Sentence::strong('Resolved', $facts->text('resolution')),
            IncidentEntry::RoomEntered => Sentence::quiet('Joined the room'),
            IncidentEntry::RoomLeft => Sentence::quiet("{$facts->person('person')} left the room"),
            IncidentEntry::ReportReceived => Sentence::plain("Report: {$facts->text('what')}", $facts->list('where')),
            IncidentEntry::ReportLinked => Sentence::plain("Report linked: {$facts->text('what')}", $facts->list('where')),
            IncidentEntry::ReportResolved => Sentence::quiet("Report {$facts->text('ref')} is resolved"),
            IncidentEntry::IncidentCoordinator => Sentence::strong('Took coordination'),
            IncidentEntry::TargetsChanged => Sentence::plain('Changed the targets'),
            IncidentEntry::PrioritiesChanged => Sentence::plain('Changed the priorities'),
            IncidentEntry::MajorRaised => Sentence::strong(
                'Raised to a major incident',
                $facts->text('why') === '' ? 'not confirmed yet' : "confirmed: {$facts->text('why')}",
            ),
            IncidentEntry::MajorLowered => Sentence::strong('No major incident any more', $facts->text('why')),
            IncidentEntry::MajorSettingsChanged => Sentence::plain('Changed how major incidents are dealt with'),
            IncidentEntry::HypothesisAdded => Sentence::plain('May be the cause', $facts->text('text')),
            IncidentEntry::HypothesisTaken => Sentence::plain('Looks into it', $facts->text('text')),
            IncidentEntry::HypothesisSettled => match (HypothesisState::tryFrom($facts->text('state'))) {
                HypothesisState::Open => Sentence::plain('Open again', "{$facts->text('text')}; {$facts->text('result')}"),
                HypothesisState::Confirmed => Sentence::strong('Confirmed', "{$facts->text('text')}; {$facts->text('result')}"),
                default => Sentence::strong('Ruled out', "{$facts->text('text')}; {$facts->text('result')}"),
            },
            IncidentEntry::IncidentEstimated => Sentence::strong(
                $facts->text('until') === ''
                    ? 'Estimate taken back'
                    : ($facts->text('was') === '' ? 'Expected back by ' : 'Now expected back by ').$facts->time('until'),
                $facts->text('why'),
            ),
            IncidentEntry::OptionAdded => Sentence::plain(
                'Could be done', (OptionKind::tryFrom($facts->text('option'))?->words() ?? '').": {$facts->text('text')}",
            ),
            IncidentEntry::OptionDropped => Sentence::quiet('Not done', $facts->text('text')),
            IncidentEntry::IncidentConfirmed => self::confirmed($facts),
            IncidentEntry::PutUnder => Sentence::strong("{$facts->text('ref')} is part of {$facts->text('to')}"),
            IncidentEntry::IncidentMerged => Sentence::strong("{$facts->text('ref')} goes on in {$facts->text('to')}", $facts->text('why')),
            IncidentEntry::IncidentSplit => Sentence::strong(
                "{$facts->text('to')} was split from {$facts->text('ref')}", "{$facts->text('title')}; {$facts->text('why')}",
            ),
            IncidentEntry::TakenOut => Sentence::strong("{$facts->text('ref')} is no part of {$facts->text('to')}", $facts->text('why')),
            IncidentEntry::StaysOpen => Sentence::strong("{$facts->text('ref')} stays open", $facts->text('why')),
            IncidentEntry::RoleGiven => Sentence::strong("{$facts->text('role')}: {$facts->person('person')}"),
            IncidentEntry::RoleLeft => Sentence::plain("{$facts->person('person')} is {$facts->text('role')} no more"),
            IncidentEntry::CoordinationOffered => Sentence::strong(
                "Coordination offered to {$facts->person('person')}", $facts->text('text'),
            ),
            IncidentEntry::CoordinationDeclined => Sentence::plain('Does not take coordination', $facts->text('why')),
            IncidentEntry::CoordinatorLeft => Sentence::strong(
                'Nobody coordinates this', $facts->person('person').' '.($facts->is('stays') ? 'is no coordinator any more' : 'has left'),
            ),
            IncidentEntry::CoordinationLapsed => Sentence::plain(
                'Coordination stays where it is',
                "{$facts->person('person')}, to whom it was offered, ".($facts->is('stays') ? 'is no coordinator any more' : 'has left'),
            ),
            IncidentEntry::AutoIncidentsChanged => Sentence::plain("Changed when alerts of {$facts->text('team')} become incidents"),
            null => null,
        };
    }

    private static function changed(Facts $facts): Sentence
    {
        [$from, $to, $why] = [$facts->text('from'), $facts->text('to'), $facts->text('why')];

        return match ($facts->text('field')) {
            'title' => Sentence::strong("Title: {$facts->text('is')}", "was: {$facts->text('was')}"),
            'service' => Sentence::strong("Service: {$facts->text('is')}", "was: {$facts->text('was')}"),
            'since' => Sentence::strong("Began at {$facts->time('to')}", "instead of {$facts->time('from')}"),
            'stage' => Sentence::strong(Stage::tryFrom($to)?->words() ?? $to),
            'priority' => Sentence::strong(
                "Priority $to",
                "was $from; impact ".(Impact::tryFrom($facts->text('impact'))?->meaning() ?? '').', urgency '.(
                    Urgency::tryFrom($facts->text('urgency'))?->meaning() ?? ''
                ).": $why",
            ),
            default => Sentence::strong($facts->text('old'), $why),
        };
    }

    private static function confirmed(Facts $facts): Sentence
    {
        $confirmation = new Confirmation(
            $facts->number('clear'), $facts->is('trace'), $facts->is('tried'), $facts->text('word'), $facts->text('check'),
        );
        $told = implode('; ', $confirmation->told());

        return $facts->text('why') === ''
            ? Sentence::plain('Confirmed to be over', $told)
            : Sentence::strong('Resolved without confirmation', $facts->text('why').($told === '' ? '' : "; $told"));
    }

    /** What it was declared from. */
    private static function beginning(Facts $facts): string
    {
        [$alerts, $reports] = [$facts->number('alerts'), $facts->number('reports')];
        if ($alerts === null) {
            return $facts->text('old');
        }
        $from = array_filter([
            $alerts === 0 ? '' : ($alerts === 1 ? 'one alert' : "$alerts alerts"),
            $reports === 0 ? '' : ($reports === 1 ? 'one report' : "$reports reports"),
        ]);

        return $from === [] ? 'what was said'.($facts->text('said') === '' ? '' : " of {$facts->text('said')}") : implode(' and ', $from);
    }

    public function written(): array
    {
        return [
            IncidentEntry::IncidentNote, IncidentEntry::IncidentDecision, IncidentEntry::IncidentResolved,
            IncidentEntry::IncidentChanged, IncidentEntry::IncidentReopened, IncidentEntry::HypothesisAdded,
            IncidentEntry::HypothesisSettled,
        ];
    }
}
