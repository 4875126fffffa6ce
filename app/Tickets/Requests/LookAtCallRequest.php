<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What has been typed of a call so far. */
final class LookAtCallRequest extends Form
{
    public function rules(): array
    {
        return [
            'text' => ['nullable', 'string', 'max:2000'], 'who' => ['nullable', 'string', 'max:200'],
            'service' => ['nullable', 'string', 'max:128'], 'place' => ['nullable', 'string', 'max:100'],
        ];
    }
}
