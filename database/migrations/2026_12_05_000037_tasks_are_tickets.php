<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What a team is to do is a ticket of its own, of a ticket or an incident. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('tickets', function (Blueprint $table): void {
            $table->unsignedBigInteger('report_id')->nullable()->change();
            $table->foreignId('task_id')->nullable()->unique()->constrained('ticket_tasks');
        });
        $this->openTickets();
    }

    private function openTickets(): void
    {
        $tasks = DB::table('ticket_tasks')->leftJoin('tickets', 'tickets.id', '=', 'ticket_tasks.ticket_id')
            ->leftJoin('incidents', 'incidents.id', '=', 'ticket_tasks.incident_id')->whereNotNull('ticket_tasks.team_id')
            ->orderBy('ticket_tasks.id')->get([
                'ticket_tasks.*', 'tickets.closed_at', 'incidents.resolved_at', 'tickets.impact as ticket_impact',
                'incidents.impact as incident_impact',
                'tickets.urgency as ticket_urgency', 'incidents.urgency as incident_urgency', 'tickets.priority as ticket_priority',
                'incidents.priority as incident_priority',
            ]);
        foreach ($tasks as $task) {
            $over = $task->settled_at ?? $task->closed_at ?? $task->resolved_at;
            $priority = $task->ticket_priority ?? $task->incident_priority;
            $id = DB::table('tickets')->insertGetId([
                'task_id' => $task->id, 'kind' => 'task', 'state' => $over === null ? 'new' : 'done',
                'impact' => $task->ticket_impact ?? $task->incident_impact, 'urgency' => $task->ticket_urgency ?? $task->incident_urgency,
                'priority' => $priority, 'team_id' => $task->team_id, 'opened_at' => $task->made_at, 'waits_since' => $task->made_at,
                'closed_at' => $over,
            ]);
            $at = static fn(string $time): int => (new DateTimeImmutable($time, new DateTimeZone('UTC')))->getTimestamp();
            $happened = static fn(string $when, string $kind, ?int $priority, ?string $name): array => [
                'ticket_id' => $id, 'at' => $at($when), 'kind' => $kind, 'priority' => $priority, 'name' => $name,
            ];
            DB::table('ticket_happenings')->insert([
                $happened($task->made_at, 'opened', (int) $priority, null),
                ...($over === null ? [] : [$happened($over, 'met', null, 'respond'), $happened($over, 'met', null, 'restore')]),
            ]);
            DB::table('links')->insert([
                'from_kind' => 'ticket', 'from_id' => $id, 'to_kind' => $task->ticket_id === null ? 'incident' : 'ticket',
                'to_id' => $task->ticket_id ?? $task->incident_id, 'kind' => 'part-of', 'since' => $task->made_at,
            ]);
        }
    }
};
