<?php

declare(strict_types=1);

namespace App\Updates\Files;

use App\Platform\Record;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Updates\Files\FileKind;

/**
 * A file that came with a report, or was added to it later. What it holds stands in a table of its own, so that lists do not
 * read it.
 *
 * @property int $id
 * @property int $report_id
 * @property int|null $post_id with which of the things that were said it came; null: with the report
 * @property string|null $person_id null: the reporter
 * @property bool $is_internal
 * @property string $key by which it is asked for
 * @property string $name
 * @property FileKind $kind
 * @property int $bytes
 * @property int|null $width
 * @property int|null $height
 * @property Reading $reading
 * @property int $tries
 * @property string|null $text what was read in a picture, or the beginning of a text
 * @property CarbonImmutable $at
 * @property CarbonImmutable|null $erased_at
 *
 * @phpstan-type FileLine array{key: string, name: string, kind: value-of<FileKind>, picture: bool, bytes: int, width: int|null,
 *      height: int|null}
 */
final class ReportFile extends Record
{
    protected $table = 'report_files';

    protected $casts = [
        'report_id' => 'integer', 'post_id' => 'integer', 'is_internal' => 'boolean', 'kind' => FileKind::class, 'bytes' => 'integer',
        'width' => 'integer', 'height' => 'integer', 'reading' => Reading::class, 'tries' => 'integer', 'at' => 'immutable_datetime',
        'erased_at' => 'immutable_datetime',
    ];

    /** @param  Builder<ReportFile>  $query */
    public function scopeKept(Builder $query): void
    {
        $query->whereNull('erased_at');
    }

    /** @param  Builder<ReportFile>  $query  what whoever reported it may open */
    public function scopeForReporter(Builder $query): void
    {
        $query->whereNull('erased_at')->where('is_internal', false);
    }

    public function content(): string
    {
        return (string) DB::table('report_file_bytes')->where('file_id', $this->id)->value('content');
    }

    /** @return FileLine */
    public function toLine(): array
    {
        return [
            'key' => $this->key, 'name' => $this->name, 'kind' => $this->kind->value, 'picture' => $this->kind->isPicture(),
            'bytes' => $this->bytes, 'width' => $this->width, 'height' => $this->height,
        ];
    }

    /**
     * @param  Builder<ReportFile>  $files
     * @return array<int, list<FileLine>> by what was said with them; 0: the report itself
     */
    public static function byPost(Builder $files): array
    {
        $lines = [];
        foreach ($files->orderBy('id')->get() as $file) {
            $lines[$file->post_id ?? 0][] = $file->toLine();
        }

        return $lines;
    }
}
