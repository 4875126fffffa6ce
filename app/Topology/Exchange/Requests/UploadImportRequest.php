<?php

declare(strict_types=1);

namespace App\Topology\Exchange\Requests;

use App\Platform\Http\Form;
use App\Topology\Exchange\ImportsController;

/** What is sent to bring a file. */
final class UploadImportRequest extends Form
{
    public function rules(): array
    {
        return ['file' => ['required', 'file', 'max:'.ImportsController::MOST_KILOBYTES]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'file.required' => 'Choose a file.',
            'file.max' => 'A file has at most '.ImportsController::MOST_KILOBYTES / 1024 .' megabytes. Split it.',
            'file.uploaded' => 'The file did not arrive. It may be too large: '
                .ImportsController::MOST_KILOBYTES / 1024 .' megabytes at most.',
        ];
    }
}
