<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to decide for what is done. */
final class ChooseOptionRequest extends Form
{
    public function rules(): array
    {
        return ['why' => ['required', 'string', 'max:500'], 'team' => ['nullable', 'string', 'exists:teams,id']];
    }
}
