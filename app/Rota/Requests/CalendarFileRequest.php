<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Form;
use Illuminate\Http\UploadedFile;

/** A calendar that somebody sends as a file. */
final class CalendarFileRequest extends Form
{
    public function rules(): array
    {
        return ['file' => ['required', 'file', 'max:2048'], 'seen' => ['nullable', 'string', 'max:64']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['file.required' => 'Choose a calendar file (.ics).', 'file.max' => 'A calendar has at most two megabytes.'];
    }

    /** @return string|null how the rota stood when it was seen what the calendar changes; null: it was not said */
    public function seen(): ?string
    {
        $seen = $this->validated()['seen'] ?? null;

        return is_string($seen) && $seen !== '' ? $seen : null;
    }

    public function text(): string
    {
        $file = $this->file('file');

        return $file instanceof UploadedFile ? (string) file_get_contents($file->getPathname()) : '';
    }
}
