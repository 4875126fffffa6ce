<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to say that an incident is no major one any more. */
final class LowerFromMajorRequest extends Form
{
    public function rules(): array
    {
        return ['version' => ['required', 'integer'], 'why' => ['required', 'string', 'max:500']];
    }
}
