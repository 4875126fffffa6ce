<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Value\Language;

/** What is sent to correct a translation. */
final class CorrectTranslationRequest extends Form
{
    public function rules(): array
    {
        return [
            'post' => ['required', 'integer', 'min:0'], 'to' => ['required', Rule::enum(Language::class)],
            'text' => ['required', 'string', 'max:8000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['text.required' => 'Write how it should read.'];
    }
}
