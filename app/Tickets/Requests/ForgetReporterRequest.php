<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What is sent to erase whoever reported something. */
final class ForgetReporterRequest extends Form
{
    public function rules(): array
    {
        return ['why' => ['required', 'string', 'max:200']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required' => 'Say why, such as: at their request.'];
    }
}
