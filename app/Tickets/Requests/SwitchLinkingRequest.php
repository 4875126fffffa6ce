<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What is sent to switch whether tickets are linked by themselves. */
final class SwitchLinkingRequest extends Form
{
    public function rules(): array
    {
        return ['on' => ['required', 'boolean'], 'version' => ['required', 'integer']];
    }
}
