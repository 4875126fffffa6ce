<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;

/** What is sent to give somebody an address at which they read how an incident stands. */
final class GiveCardRequest extends Form
{
    public function rules(): array
    {
        return ['for' => ['required', 'string', 'max:120'], 'hours' => ['required', 'integer', 'between:1,168']];
    }
}
