<?php

declare(strict_types=1);

namespace App\Signals\Intake\Requests;

use App\Platform\Http\Form;

/** What is sent to try a mapping. */
final class TryMappingRequest extends Form
{
    public function rules(): array
    {
        return ['mapping' => ['nullable', 'string', 'max:100000'], 'sample' => ['required', 'string', 'max:1000000']];
    }
}
