<?php

declare(strict_types=1);

namespace App\Changes\Requests;

use App\Platform\Http\Form;

/** A template is withdrawn, and why. */
final class WithdrawTemplateRequest extends Form
{
    public function rules(): array
    {
        return ['why' => ['required', 'string', 'max:500']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required' => 'Say why: whoever planned by it reads it.'];
    }
}
