<?php

declare(strict_types=1);

namespace App\Updates\Files;

use Skarvo\Updates\Files\Limits;

/** For requests with which files may come. */
trait TakesFiles
{
    /** @return array<string, mixed> */
    private static function fileRules(): array
    {
        return ['files' => ['nullable', 'array', 'max:'.Limits::AT_ONCE], 'files.*' => ['file', 'max:'.intdiv(Limits::BYTES, 1024)]];
    }

    /** @return array<string, string> */
    private static function fileMessages(): array
    {
        return [
            'files.array' => __('report.files_array'), 'files.max' => __('report.files_max', ['most' => (string) Limits::AT_ONCE]),
            'files.*.file' => __('report.file_whole'), 'files.*.uploaded' => __('report.file_upload'),
            'files.*.max' => __('report.file_size'),
        ];
    }

    /**
     * @return list<CheckedFile> looked into
     *
     * @throws \App\Platform\Refused
     */
    public function checkedFiles(): array
    {
        $files = $this->file('files');

        return CheckedFile::uploads(is_array($files) ? $files : [$files]);
    }
}
