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
        return [...PolicySteps::RULES, 'at' => ['nullable', ...Asked::TIME], 'urgency' => ['nullable', 'in:now,soon,later']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return PolicySteps::MESSAGES;
    }

    /** @return array{rounds: int, steps: list<array{targets: list<string>, wait_seconds: int}>} */
    public function steps(): array
    {
        return PolicySteps::of($this->validated());
    }
}
