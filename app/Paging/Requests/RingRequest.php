<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Paging\CallController;
use App\Platform\Http\Form;

/** What is sent to ring people onto the bridge of an incident. */
final class RingRequest extends Form
{
    public function rules(): array
    {
        return [
            'people' => ['required', 'array', 'list', 'min:1', 'max:'.CallController::MOST],
            'people.*' => ['required', 'string', 'max:100'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['people.*' => 'Choose whom to ring, at most '.CallController::MOST.' at once.'];
    }
}
