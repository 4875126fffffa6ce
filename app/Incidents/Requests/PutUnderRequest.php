<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to put incidents under a major one. */
final class PutUnderRequest extends Form
{
    public function rules(): array
    {
        return [
            'incidents' => ['required', 'array', 'list', 'min:1', 'max:500'], 'incidents.*' => ['integer', 'exists:incidents,id'],
        ];
    }
}
