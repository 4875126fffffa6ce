<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to change the matrix of priorities. */
final class UpdatePrioritiesRequest extends Form
{
    public function rules(): array
    {
        return ['matrix' => ['required', 'array'], 'version' => ['required', 'integer']];
    }
}
