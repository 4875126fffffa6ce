<?php

declare(strict_types=1);

namespace App\Signals\Tuning\Requests;

use App\Platform\Http\Form;
use App\Signals\Tuning\DryRunRules;
use Illuminate\Validation\Rule;

/** What is sent to see what rules would make. */
final class DryRunRulesRequest extends Form
{
    public function rules(): array
    {
        return ['over' => ['required', Rule::in(array_keys(DryRunRules::SPANS))]];
    }
}
