<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Form;

/** What is sent to have a rota proposed. */
final class ProposeFairRotaRequest extends Form
{
    public function rules(): array
    {
        return [
            'weeks' => ['required', 'integer', 'between:2,26'], 'rest' => ['required', 'integer', 'between:0,168'],
            'weekends' => ['required', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['weeks.*' => 'Look 2 to 26 weeks ahead.', 'rest.*' => 'Rest is 0 to 168 hours.'];
    }
}
