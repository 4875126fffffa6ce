<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Platform\Http\Form;

/** What is sent to say something in the conversation of an incident. */
final class SayInTalkRequest extends Form
{
    public function rules(): array
    {
        return ['text' => ['required', 'string', 'max:2000']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['text.required' => 'Write something first.', 'text.max' => 'Use 2,000 characters at most.'];
    }
}
