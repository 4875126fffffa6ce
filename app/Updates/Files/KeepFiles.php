<?php

declare(strict_types=1);

namespace App\Updates\Files;

use App\Incidents\Report;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Updates\UpdateEntry;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Skarvo\Updates\Files\FileKind;
use Skarvo\Updates\Files\Limits;

/** Keeps what was attached, beside everything else: it is backed up and erased with it. Call it inside a transaction. */
final class KeepFiles
{
    private const WORDS = 4000;

    /**
     * @param  list<CheckedFile>  $files
     * @param  Person|null  $by  null: the reporter
     *
     * @throws Refused if there are too many
     */
    public static function of(Report $report, array $files, ?Person $by = null, bool $isInternal = false, ?int $post = null): void
    {
        if ($files === []) {
            return;
        }
        if (count($files) > Limits::AT_ONCE) {
            throw Refused::because(__('report.files_max', ['most' => (string) Limits::AT_ONCE]), 'files');
        }
        if (ReportFile::query()->kept()->where('report_id', $report->id)->count() + count($files) > Limits::IN_ALL) {
            throw Refused::because(__('report.files_in_all', ['ref' => $report->ref(), 'most' => (string) Limits::IN_ALL]), 'files');
        }
        foreach ($files as $file) {
            $kept = ReportFile::query()->create([
                'report_id' => $report->id, 'post_id' => $post, 'person_id' => $by?->id, 'is_internal' => $isInternal,
                'key' => Str::random(40), 'name' => $file->name, 'kind' => $file->kind, 'bytes' => strlen($file->bytes),
                'width' => $file->width, 'height' => $file->height, 'at' => now(),
                // The words of a log are at hand; those of a picture have to be read.
                'text' => $file->kind === FileKind::Text && $by === null ? mb_substr($file->bytes, 0, self::WORDS) : null,
                // What we attach ourselves we have read.
                'reading' => $file->kind->isPicture() && $by === null ? Reading::Waiting : Reading::None,
            ]);
            self::put($kept->id, $file->bytes);
        }
        Journal::write(
            $by === null ? Actor::reporter($report->name) : Actor::person($by), UpdateEntry::FilesCame, ['report', $report->id],
            ['ref' => $report->ref(), 'count' => count($files)],
        );
    }

    /** What a report's files hold is gone after this; that there were some stays. */
    public static function erase(Report $report): void
    {
        $ids = ReportFile::query()->kept()->where('report_id', $report->id)->pluck('id')->all();
        DB::table('report_file_bytes')->whereIn('file_id', $ids)->delete();
        ReportFile::query()->whereKey($ids)->update(['name' => 'erased', 'text' => null, 'reading' => Reading::None, 'erased_at' => now()]);
    }

    private static function put(int $id, string $bytes): void
    {
        $put = DB::connection()->getPdo()->prepare('insert into report_file_bytes (file_id, content) values (?, ?)');
        $put->bindValue(1, $id, \PDO::PARAM_INT);
        $put->bindValue(2, $bytes, \PDO::PARAM_LOB);
        $put->execute();
    }
}
