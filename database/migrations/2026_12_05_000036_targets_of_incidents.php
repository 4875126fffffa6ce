<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Incidents have a first answer too; what is promised of them stands with what is promised of tickets. */
return new class () extends Migration
{
    public function up(): void
    {
        Schema::table('incidents', function (Blueprint $table): void {
            $table->dateTime('respond_by', 3)->nullable();
        });
        Schema::table('occasions', function (Blueprint $table): void {
            $table->dateTime('answered_at', 3)->nullable();
        });
        $answers = DB::table('journal')->join('journal_subjects', 'journal_subjects.seq', '=', 'journal.seq')
            ->whereIn('journal.kind', ['call.acknowledged', 'call.later', 'call.handed', 'update.published'])
            ->where('journal_subjects.kind', 'incident')->groupBy('journal_subjects.id')
            ->select(['journal_subjects.id'])->selectRaw('min(journal.at) as first')->get();
        foreach ($answers as $one) {
            DB::table('occasions')->where('kind', 'incident')->where('record_id', (int) $one->id)->update(['answered_at' => $one->first]);
        }
        $this->joinTargets();
    }

    /** The restore times of the matrix, and the targets of tickets, become agreements; what nobody changed stays as one begins. */
    private function joinTargets(): void
    {
        $read = static fn(string $id): mixed => json_decode(
            (string) (DB::table('settings')->where('id', $id)->value('value') ?? 'null'), true
        );
        [$matrix, $targets] = [$read('priorities'), $read('targets')];
        $restore = [];
        if (is_array($matrix)) {
            foreach ($matrix['targets'] as $priority => $row) {
                $restore[(int) $priority] = (int) $row['restore_minutes'];
                $matrix['targets'][$priority] = ['update_minutes' => $row['update_minutes']];
            }
            DB::table('settings')->where('id', 'priorities')->update(['value' => json_encode($matrix, JSON_THROW_ON_ERROR)]);
        }
        if ($restore === [] && ! is_array($targets)) {
            return;
        }
        $agree = static function (array $kinds, array $respond, array $restore, bool $always): array {
            $rows = [];
            foreach ([1, 2, 3, 4] as $priority) {
                $hours = $always || $priority <= 2 ? [] : ['hours' => 'desk'];
                $rows[] = [
                    'name' => 'respond', 'priority' => $priority, 'within' => "PT{$respond[$priority]}M", 'pauses' => false, ...$hours,
                ];
                $rows[] = ['name' => 'restore', 'priority' => $priority, 'within' => "PT{$restore[$priority]}M", ...$hours];
            }

            return ['kinds' => $kinds, 'targets' => $rows];
        };
        $days = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];
        [$answer, $solve] = [[1 => 10, 2 => 20, 3 => 60, 4 => 240], [1 => 120, 2 => 240, 3 => 1440, 4 => 4320]];
        $reports = is_array($targets)
            ? ['kinds' => ['report', 'request'], 'targets' => $targets['targets']]
            : $agree(['report', 'request'], $answer, $solve, false);
        DB::table('settings')->updateOrInsert(['id' => 'targets'], ['value' => json_encode([
            'time_zone' => $targets['time_zone'] ?? config('skarvo.time_zone'),
            'hours' => $targets['hours'] ?? ['desk' => ['weekly' => [['days' => $days, 'from' => '06:00', 'to' => '22:00']]]],
            'agreements' => [
                $reports, $agree(['task'], [1 => 15, 2 => 30, 3 => 120, 4 => 480], $solve, false),
                $agree(['incident'], $answer, $restore + $solve, true),
            ],
        ], JSON_THROW_ON_ERROR)]);
        DB::table('settings')->where('id', 'targets')->increment('version');
    }
};
