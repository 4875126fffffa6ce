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
            'files.array' => 'Send files as files.', 'files.max' => 'Send '.Limits::AT_ONCE.' files at once at most.',
            'files.*.file' => 'A file did not arrive whole. Choose it again.',
            'files.*.uploaded' => 'A file did not arrive whole, or is larger than 10 MB. Choose it again, or a smaller one.',
            'files.*.max' => 'A file is larger than 10 MB. Send a smaller one.',
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
