<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What is sent to dismiss a surge. */
final class DismissSurgeRequest extends Form
{
    public function rules(): array
    {
        return ['why' => ['required', 'string', 'max:200']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required' => 'Say why, for those who come after you.'];
    }
}
