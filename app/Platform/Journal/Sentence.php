<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use App\Platform\WallClock;
use Carbon\CarbonImmutable;

/** Tells an entry of the journal in words: what happened, and the particulars. */
final readonly class Sentence
{
    private function __construct(public string $lead, public string $rest, public string $weight) {}

    public static function of(Entry $entry): self
    {
        $facts = $entry->facts;
        $text = static fn(string $name): string => is_scalar($facts[$name] ?? null) ? (string) $facts[$name] : '';
        // Entries of an older kind hold what a clock in UTC showed.
        $time = static fn(string $name): string => preg_match('/^\d{4}-\d\d-\d\dT/', $text($name)) === 1 ? WallClock::time(CarbonImmutable::parse($text($name))) : "{$text($name)} UTC";
        $list = static fn(string $name): string => implode(', ', array_filter((array) ($facts[$name] ?? []), is_string(...)));

        return match ($entry->kind) {
            'alert.opened' => self::plain("Alert: {$text('title')}", $text('item')),
            'alert.reopened' => self::plain("Alert again: {$text('title')}", $text('item')),
            'alert.closed' => self::plain("Alert over: {$text('title')}", $text('item')),
            'alert.mended' => self::plain("Alert corrected: {$text('title')}", 'a late signal changed when it opened'),
            'alert.withdrawn' => self::plain("Alert withdrawn: {$text('title')}", 'a late signal showed that it should not have opened'),
            'alert.put_away' => self::plain("Closed {$text('title')}", $text('reason')),
            'alert.brought_back' => self::plain("Reopened {$text('title')}"),
            'alert.split_off' => self::plain("Split off {$text('title')}"),
            'alert.put_together' => self::plain("Merged {$text('groups')} groups", $text('title')),
            'alert.taken' => self::plain("Took the alert {$text('title')}"),
            'alert.waits' => self::plain("Deferred {$text('title')}", "until {$time('until')}"),
            'alert.back' => self::plain("{$text('title')} is due again"),
            'alert.attached' => self::plain("Alert attached: {$text('title')}", $text('item')),
            'alert.matched' => self::plain("{$text('named')} is {$text('name')}", 'as monitors call it'),
            'owner.told' => self::plain("Told {$text('person')}", $text('text')),
            'alert.detached' => self::plain("Alert unlinked: {$text('title')}", $text('why')),
            'alert.still_firing' => self::strong("{$text('alerts')} alerts still firing after {$text('ref')} was resolved", ($facts['hit'] ?? false) === true ? 'a service is still hit' : 'they come back in a while unless they clear'),
            'incident.reopened' => self::strong('Reopened', $text('why')),
            'incident.item_added' => self::plain("{$text('name')} belongs to {$text('ref')}", match ($text('state')) {
                'down' => 'down', 'degraded' => 'degraded', default => 'no spare left',
            }.', as somebody says'),
            'incident.item_left_out' => self::plain("{$text('name')} does not belong to {$text('ref')}", 'whatever alerts say'),
            'incident.item_unsaid' => self::plain("What was said of {$text('name')} in {$text('ref')} is taken back"),
            'report.unlinked' => self::plain("Report unlinked: {$text('what')}", $text('why')),
            'report.reopened' => self::quiet("Report {$text('ref')} is open again"),
            'signals.taken' => self::plain("{$text('signals')} signals taken"),
            'incident.declared' => self::strong("Declared, priority {$text('priority')}", "{$text('title')}; from {$text('alerts')}, {$text('service')}"),
            'incident.changed' => self::strong($text('what'), $text('why')),
            'incident.note' => self::plain($text('text')),
            'incident.decision' => self::strong('Decision', $text('text')),
            'incident.resolved' => self::strong('Resolved', $text('resolution')),
            'room.entered' => self::quiet('Joined the room'),
            'room.left' => self::quiet("{$text('person')} left the room"),
            'call.started' => self::plain("Calling {$text('team')}", $text('why') === '' ? "for {$text('title')}" : $text('why')),
            'call.step' => self::quiet($list('people') === '' ? "Step {$text('step')} has nobody to call" : "Step {$text('step')} calls {$list('people')}", $text('round') === '1' ? '' : "round {$text('round')}"),
            'call.acknowledged' => self::strong("{$text('person')} said yes", trim("{$text('how')}, {$text('after')} after the first page", ', ')),
            'call.later' => self::strong("{$text('person')} said yes, starting in {$text('minutes')} min", trim("{$text('how')}, {$text('after')} after the first page", ', ')),
            'call.handed' => self::strong("{$text('person')} handed it to {$text('to')}", 'and keeps it until they say yes'),
            'call.not_handed' => self::strong("{$text('person')} did not take it", 'the call continues'),
            'call.asked_again' => self::plain("Asked {$text('person')} again", 'no activity since they took it'),
            'call.released' => self::strong("{$text('person')} did not answer again", 'the call continues'),
            'page.again' => self::plain("Pages {$text('person')} again", "{$text('channel')} works again"),
            'page.delivered' => self::quiet("Page reached {$text('person')}", $text('channel')),
            'page.tested' => self::quiet("{$text('person')} was reached by a test page", trim("{$text('channel')}, {$text('how')}", ', ')),
            'page.unclear' => self::quiet("{$text('person')} sent an answer that was not understood", $text('text')),
            'path.fails' => self::strong("Skarvo problem: pages by {$text('path')} are not arriving", "{$text('failures')} in a row"),
            'clock.set' => self::strong("The machine's clock was set {$text('way')} by {$text('minutes')} minutes", 'running calls keep elapsed time'),
            'path.works' => self::plain("{$text('path')} works again"),
            'call.declined' => self::plain("{$text('person')} said no", $text('why')),
            'call.exhausted' => $text('words') === '' ? self::strong('Nobody answered', "{$text('team')}: every step of the policy was tried") : self::strong($text('words'), 'the call has ended; nobody is coming'),
            'call.refused' => self::strong($text('words'), 'nobody is left who may answer in this step'),
            'call.stopped' => self::strong("Stopped the call to {$text('team')}", $text('why')),
            'call.resolved' => self::quiet("Call to {$text('team')} is over"),
            'page.queued' => self::quiet("Page to {$text('person')}", $text('channel')),
            'page.sent' => self::plain("Paged {$text('person')}", "{$text('channel')}, {$text('delay')} after it was due"),
            'page.failed' => self::strong("Page to {$text('person')} failed", "{$text('channel')}: {$text('error')}"),
            'page.opened' => self::quiet("{$text('person')} opened the page"),
            'report.received' => self::plain("Report: {$text('what')}", $list('where')),
            'report.linked' => self::plain("Report linked: {$text('what')}", $list('where')),
            'report.resolved' => self::quiet("Report {$text('ref')} is resolved"),
            'update.published' => self::strong("Update {$text('number')} published", $text('text')),
            'update.overdue' => self::strong('Update overdue', "owed since {$time('due')}"),
            'status.admitted' => self::strong('Let the status page say', $text('text')),
            'status.kept' => self::strong("Let the status page say that {$text('name')} works", $text('why')),
            'mail.queued' => self::quiet("Email to {$text('to')}", $text('subject')),
            'mail.sent' => self::quiet("Email sent to {$text('to')}", $text('subject')),
            'mail.failed' => self::strong("Email to {$text('to')} failed", $text('error')),
            'incident.coordinator' => self::strong('Took coordination'),
            'rules.saved' => self::plain("Saved version {$text('version')} of the rules", $text('note')),
            'quiet.set' => self::plain("Quiet until {$time('until')}: {$list('items')}", $text('reason')),
            'quiet.ended' => self::plain('Ended a quiet time', $text('reason')),
            'source.made' => self::plain("Added the source {$text('name')}"),
            'source.changed' => self::plain("Changed the source {$text('name')}"),
            'heartbeat.made' => self::plain("Added the heartbeat {$text('name')}"),
            'heartbeat.dropped' => self::plain("Removed the heartbeat {$text('name')}"),
            'item.made' => self::plain("Recorded {$text('name')}", $text('why')),
            'item.retired' => self::plain("Retired {$text('name')}", $text('why')),
            'item.returned' => self::plain("Brought {$text('name')} back"),
            'import.undone' => self::plain("Undid the import {$text('name')}", "{$text('retired')} items retired; {$text('why')}"),
            'rota.given_back' => self::plain("Gave back a turn on {$text('rota')}", $text('changes')),
            'item.found' => self::plain("Found {$text('name')}", 'it was not recorded'),
            'item.changed' => self::plain("Changed {$text('name')}", self::changes($facts['changes'] ?? []).($text('why') === '' ? '' : "; {$text('why')}")),
            'item.missing' => self::plain("{$text('name')} is no longer seen"),
            'item.back' => self::plain("{$text('name')} is seen again"),
            'item.overruled' => self::plain("Keeps what is recorded of {$text('name')}", "{$text('field')}: {$text('ours')}, though a scan says {$text('theirs')}"),
            'dependency.accepted' => self::plain("{$text('from')} needs {$text('to')}", 'seen on the network, and accepted'.($text('by') === '' ? '' : " by {$text('by')}")),
            'dependency.refused' => self::plain("{$text('from')} does not need {$text('to')}", 'seen on the network, and refused'),
            'snapshot.taken' => self::plain("Took a snapshot of {$text('scanner')}", $text('counts')),
            'snapshot.held' => self::strong("Holds a snapshot of {$text('scanner')} back", $text('why')),
            'snapshot.refused' => self::plain("Refused a snapshot of {$text('scanner')}", $text('why')),
            'import.stored' => self::plain("Stored {$text('name')}", $text('counts')),
            'type.saved' => self::plain("Saved the type {$text('name')}"),
            'relation.saved' => self::plain("Saved the relation {$text('name')}"),
            'rule.saved' => self::plain("Accepts connections automatically: {$text('rule')}"),
            'rule.dropped' => self::plain("No longer accepts connections: {$text('rule')}"),
            'rota.taken' => self::plain("Changed {$text('rota')}", $text('changes')),
            'rota.made' => self::plain("Made the rota {$text('rota')}"),
            'rota.layers' => self::plain("Changed who takes turns on {$text('rota')}", "{$text('layers')} layers"),
            'rota.evened' => self::plain("Evened out {$text('rota')}", $text('changes')),
            'rota.imported' => self::plain("Imported turns of {$text('rota')} from a calendar", $text('changes')),
            'person.leave' => self::plain("Imported leave of {$text('person')} from a calendar", "{$text('events')} events"),
            'person.absence' => self::plain($text('what')),
            'handover.noted' => self::plain('Added to a handover', $text('rota')),
            'handover.confirmed' => self::plain('Took over', $text('rota')),
            'rota.swapped' => self::plain("Swapped turns on {$text('rota')}", $text('changes')),
            'rota.swap_asked' => self::plain("Asked {$text('with')} to swap turns", $text('why')),
            'rota.swap_declined' => self::plain('Declined to swap turns', $text('rota')),
            'rota.swap_withdrawn' => self::plain('Withdrew a swap request', $text('rota')),
            'policy.saved' => self::plain("Changed the policy of {$text('team')}", "{$text('steps')} steps, {$text('rounds')} rounds"),
            'policy.dropped' => self::plain("Deleted the policy {$text('policy')} of {$text('team')}"),
            'page.test' => self::quiet("Tests how {$text('person')} is reached", $text('channel')),
            'person.reach' => self::plain("Changed how {$text('person')} is reached", "{$text('ways')} ways, {$text('rules')} rules"),
            'person.made' => self::plain("Added {$text('person')}"),
            'person.changed' => self::plain("Changed the details of {$text('person')}", self::changes($facts['changes'] ?? [])),
            'person.password' => self::plain("Set the password of {$text('person')}"),
            'team.made' => self::plain("Made the team {$text('team')}"),
            'team.renamed' => self::plain("Renamed the team {$text('was')} to {$text('team')}"),
            'team.dropped' => self::plain("Deleted the team {$text('team')}"),
            'clock.fails' => self::strong('A part of the clock is broken', "{$text('part')}: {$text('error')}"),
            'clock.works' => self::plain('A part of the clock works again', $text('part')),
            'person.left' => self::plain("{$text('person')} has left"),
            'what_if.kept' => self::plain("Saved the what-if {$text('name')}", $list('items')),
            'settings.changed' => self::plain("Changed {$text('what')}"),
            'token.made' => self::plain("Made the token {$text('name')}", $list('abilities')),
            'person.signed_in' => self::quiet('Signed in'),
            'person.signed_out' => self::quiet('Signed out'),
            'person.sign_in_failed' => self::plain("Signing in as {$text('person')} failed", "from {$text('from')}".(($facts['waits'] ?? false) === true ? '; too often, so that further tries have to wait' : '')),
            default => self::plain($entry->kind),
        };
    }

    /** @param  mixed  $changes  from and to, by field */
    private static function changes(mixed $changes): string
    {
        $told = [];
        foreach (is_array($changes) ? $changes : [] as $field => $change) {
            if (is_array($change)) {
                [$from, $to] = array_map(static fn(mixed $value): string => is_string($value) && $value !== '' ? mb_strimwidth($value, 0, 60, '…') : 'none', [$change[0] ?? '', $change[1] ?? '']);
                $told[] = str_replace('_', ' ', (string) $field)." from $from to $to";
            }
        }

        return implode(', ', array_slice($told, 0, 4)).(count($told) > 4 ? ' and more' : '');
    }

    private static function plain(string $lead, string $rest = ''): self
    {
        return new self($lead, $rest, 'plain');
    }

    private static function strong(string $lead, string $rest = ''): self
    {
        return new self($lead, $rest, 'strong');
    }

    private static function quiet(string $lead, string $rest = ''): self
    {
        return new self($lead, $rest, 'quiet');
    }
}
