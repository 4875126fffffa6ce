<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to hand coordination to somebody. */
final class OfferCoordinationRequest extends Form
{
    public function rules(): array
    {
        return ['person' => ['required', 'string', 'exists:people,id'], 'brief' => ['required', 'string', 'max:2000']];
    }
}
