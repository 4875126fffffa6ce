<?php

declare(strict_types=1);

namespace App\Signals\Tuning\Requests;

use App\Platform\Http\Form;

/** What is sent to restore a version of the rules. */
final class RestoreRulesRequest extends Form
{
    public function rules(): array
    {
        return ['version' => ['required', 'integer'], 'to' => ['required', 'integer', 'exists:rule_sets,id']];
    }
}
