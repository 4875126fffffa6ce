<?php

declare(strict_types=1);

namespace App\Signals\Requests;

use App\Platform\Http\Form;

/** What is sent to say which item a monitor means. */
final class MatchItemRequest extends Form
{
    public function rules(): array
    {
        return [
            'named' => ['required', 'string', 'max:128'], 'item' => ['required', 'string', 'exists:items,id'],
            'was' => ['nullable', 'string', 'max:128'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['item.*' => 'Choose an item of the estate.'];
    }
}
