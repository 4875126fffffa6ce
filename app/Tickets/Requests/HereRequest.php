<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What a screen of the desk sends to say that somebody is there. */
final class HereRequest extends Form
{
    public function rules(): array
    {
        return ['ticket' => ['nullable', 'integer', 'min:1']];
    }
}
