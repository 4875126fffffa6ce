<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to put down what may be the cause. */
final class AddHypothesisRequest extends Form
{
    public function rules(): array
    {
        return [
            'text' => ['required', 'string', 'max:300'], 'check' => ['nullable', 'string', 'max:500'],
            'item' => ['nullable', 'string', 'exists:items,id'],
        ];
    }
}
