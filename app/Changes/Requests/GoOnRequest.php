<?php

declare(strict_types=1);

namespace App\Changes\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Changes\Course\PlannedStep;

/** The next step of a change. */
final class GoOnRequest extends Form
{
    public function rules(): array
    {
        return [
            'step' => ['required', Rule::enum(PlannedStep::class)], 'why' => ['nullable', 'string', 'max:2000'],
            'version' => ['required', 'integer'],
        ];
    }
}
