<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to take coordination over. */
final class TakeCoordinationRequest extends Form
{
    public function rules(): array
    {
        return ['from' => ['nullable', 'string']];
    }
}
