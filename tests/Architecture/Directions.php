<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/**
 * Who may know whom, in one place: each room may use those before it, and none after it.
 *
 * What a lower room needs of a higher one it asks for by a contract of its own (`Contracts/`), which the higher one gives
 * from its service provider. The static analysis holds this for classes; TablesTest for tables of the database.
 */
final class Directions
{
    /** The rooms of app/, from the ground up; bootstrap/providers.php lists them in the same order. */
    public const APP = ['Platform', 'Topology', 'Signals', 'Rota', 'Incidents', 'Paging', 'Updates', 'Tickets', 'Changes', 'Desk'];

    /** The rooms of core/src. */
    public const CORE = [
        'Value', 'Time', 'Json', 'Topology', 'Signals', 'Rota', 'Incidents', 'Paging', 'Updates', 'Tickets', 'Changes', 'Cli',
    ];

    /** Whose each table is. */
    public const TABLES = [
        'Platform' => [
            'api_tokens', 'clock_faults', 'clock_marks', 'contacts', 'failed_jobs', 'jobs', 'journal', 'journal_subjects',
            'journal_words', 'leases', 'outbox',
            'people', 'requests_done', 'settings', 'teams',
        ],
        'Topology' => [
            'connection_rules', 'dependencies', 'imports', 'item_aliases', 'item_numbers', 'item_search', 'item_sightings',
            'item_types', 'item_values', 'items',
            'need_groups', 'proposed_dependencies', 'relations', 'retired_items', 'snapshots', 'what_ifs',
        ],
        'Signals' => [
            'alert_filters', 'alert_items', 'alerts', 'bundle_members', 'bundles', 'date_reminders', 'groups_in_order',
            'groups_to_order', 'heartbeats', 'quiet_faults',
            'quiet_times', 'rule_sets',
            'signals', 'source_errors', 'source_minutes', 'sources', 'unmapped_payloads', 'watched_items',
        ],
        'Rota' => ['absences', 'calendar_feeds', 'handovers', 'rota_swaps', 'rotas'],
        'Incidents' => [
            'coordination_offers', 'hypotheses', 'incident_course', 'incident_items', 'incident_options', 'incident_roles', 'incidents',
            'links', 'occasions', 'presences', 'reports',
        ],
        'Paging' => [
            'bridge_events', 'bridges', 'call_happenings', 'calls', 'conversation_messages', 'conversations', 'delivery_paths',
            'escalation_policies', 'pages',
        ],
        'Updates' => [
            'audience_changes', 'audiences', 'deliveries', 'incident_cards', 'item_followers', 'planned_deliveries', 'planned_tellings',
            'planned_works', 'public_doubts', 'record_followers', 'report_file_bytes', 'report_files', 'subscriptions', 'tellings',
            'update_reads', 'update_versions', 'updates',
        ],
        'Tickets' => [
            'busy_periods', 'came_in', 'checklists', 'incident_answers', 'incident_answers_given', 'surges', 'ticket_attempts',
            'ticket_lists', 'ticket_tasks', 'ticket_translations', 'ticket_happenings', 'ticket_lessons', 'ticket_posts', 'tickets',
            'update_translations',
        ],
        'Changes' => [
            'change_answers', 'change_approvals', 'change_asks', 'change_items', 'change_rule_sets', 'change_steps', 'change_suspicions',
            'change_templates', 'changes',
        ],
        'Desk' => ['known_search', 'known_texts'],
    ];

    /** @return iterable<string, Rule> */
    public function testRoomsOfTheAppKnowThoseBelow(): iterable
    {
        yield from self::each('App', 'App', self::APP, self::APP);
    }

    /** @return iterable<string, Rule> */
    public function testRoomsOfTheCoreKnowThoseBelow(): iterable
    {
        yield from self::each('Skarvo', 'Skarvo', self::CORE, self::CORE);
    }

    /** @return iterable<string, Rule> */
    public function testRoomsOfTheAppAskTheCoreOfThoseBelow(): iterable
    {
        $capabilities = array_values(array_intersect(self::APP, self::CORE));
        foreach (self::APP as $room) {
            $later = array_slice($capabilities, $room === 'Platform' ? 0 : (int) array_search($room, [...$capabilities, $room], true) + 1);
            if ($later !== []) {
                yield "$room of app, and core" => self::rule(
                    "App\\$room", array_map(static fn(string $one): string => "Skarvo\\$one", $later),
                );
            }
        }
    }

    /**
     * @param  list<string>  $rooms
     * @param  list<string>  $order
     * @return iterable<string, Rule>
     */
    private static function each(string $root, string $of, array $rooms, array $order): iterable
    {
        foreach ($rooms as $i => $room) {
            $later = array_slice($order, $i + 1);
            if ($later !== []) {
                yield "$room of $root" => self::rule("$root\\$room", array_map(static fn(string $one): string => "$of\\$one", $later));
            }
        }
    }

    /** @param  non-empty-list<string>  $later */
    private static function rule(string $room, array $later): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace($room))
            ->shouldNot()->dependOn()
            ->classes(...array_map(Selector::inNamespace(...), $later))
            ->because('a room knows those below it, and asks for the rest by a contract of its own: tests/Architecture/Directions.php');
    }
}
