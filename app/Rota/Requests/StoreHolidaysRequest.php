<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Form;

/** What is sent to store public holidays. */
final class StoreHolidaysRequest extends Form
{
    public function rules(): array
    {
        return ['file' => ['required', 'file', 'max:1024']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['file.required' => 'Choose a calendar file (.ics).', 'file.max' => 'A calendar of holidays has at most a megabyte.'];
    }
}
