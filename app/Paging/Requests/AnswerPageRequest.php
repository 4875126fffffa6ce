<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Platform\Http\Form;

/** What is sent to answer a page on its own screen. */
final class AnswerPageRequest extends Form
{
    public function rules(): array
    {
        return [
            'answer' => ['required', 'in:yes,no,later,hand'], 'why' => ['nullable', 'string', 'max:500'],
            'minutes' => ['nullable', 'integer', 'between:1,120'], 'to' => ['nullable', 'string', 'max:120'],
            'also' => ['array', 'max:200'], 'also.*' => ['integer'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['minutes.*' => 'Say in how many minutes: 1 to 120.'];
    }
}
