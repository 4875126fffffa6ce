<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to accept coordination, or to decline it. */
final class AnswerOfferRequest extends Form
{
    public function rules(): array
    {
        return ['accept' => ['required', 'boolean'], 'why' => ['required_if:accept,false,0', 'nullable', 'string', 'max:500']];
    }
}
