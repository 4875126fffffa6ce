<?php

declare(strict_types=1);

namespace App\Signals\Intake\Requests;

use App\Platform\Http\Form;

/** What is sent to change a source. */
final class UpdateSourceRequest extends Form
{
    public function rules(): array
    {
        return [
            'version' => ['nullable', 'integer'], 'name' => ['required', 'string', 'max:120'],
            'per_minute' => ['nullable', 'integer', 'min:1', 'max:10000000'], 'team' => ['nullable', 'string', 'exists:teams,id'],
            'mapping' => ['nullable', 'string', 'max:100000'], 'sample' => ['nullable', 'string', 'max:1000000'],
        ];
    }
}
