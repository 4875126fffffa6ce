<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;
use App\Updates\Files\TakesFiles;

/** What a reporter sends on the page of their report. */
final class SayRequest extends Form
{
    use TakesFiles;

    public function rules(): array
    {
        return [
            'text' => ['required', 'string', 'max:2000'], 'still' => ['boolean'], 'urgent' => ['boolean'],
            'send_key' => ['required', 'string', 'max:64'], ...self::fileRules(),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['text.required' => __('report.text_required'), 'text.max' => __('report.too_long'), ...self::fileMessages()];
    }
}
