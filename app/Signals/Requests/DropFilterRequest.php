<?php

declare(strict_types=1);

namespace App\Signals\Requests;

use App\Platform\Http\Form;

/** What is sent to drop a filter. */
final class DropFilterRequest extends Form
{
    public function rules(): array
    {
        return ['name' => ['required', 'string']];
    }
}
