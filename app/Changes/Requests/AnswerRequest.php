<?php

declare(strict_types=1);

namespace App\Changes\Requests;

use App\Platform\Http\Form;

/** Yes or no to a change. */
final class AnswerRequest extends Form
{
    public function rules(): array
    {
        return [
            'yes' => ['required', 'boolean'], 'comment' => ['nullable', 'string', 'max:1000', 'required_if:yes,false,0'],
            'round' => ['required', 'integer'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['comment.required_if' => 'Say why not: whoever asked has to change something.'];
    }
}
