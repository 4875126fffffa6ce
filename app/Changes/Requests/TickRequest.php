<?php

declare(strict_types=1);

namespace App\Changes\Requests;

use App\Platform\Http\Form;

/** A step of a plan is done, or is not. */
final class TickRequest extends Form
{
    public function rules(): array
    {
        return ['step' => ['required', 'integer'], 'done' => ['required', 'boolean']];
    }
}
