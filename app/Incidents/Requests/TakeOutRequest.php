<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to take an incident out of a major one. */
final class TakeOutRequest extends Form
{
    public function rules(): array
    {
        return ['why' => ['required', 'string', 'max:500']];
    }
}
