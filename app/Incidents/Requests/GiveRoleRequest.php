<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to give a role to somebody, or to lay it down. */
final class GiveRoleRequest extends Form
{
    public function rules(): array
    {
        return [
            'role' => ['required', 'string', 'max:60'], 'person' => ['nullable', 'string', 'exists:people,id'],
            'was' => ['nullable', 'string', 'max:60'],
        ];
    }
}
