<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Platform\Http\Asked;
use App\Platform\Http\Form;

/** What is sent to see what a policy would make. */
final class DryRunPolicyRequest extends Form
{
    public function rules(): array
    {
        return ['at' => ['nullable', ...Asked::TIME], 'urgency' => ['nullable', 'in:now,soon,later']];
    }
}
