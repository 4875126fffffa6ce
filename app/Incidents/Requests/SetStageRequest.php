<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Stage;

/** What is sent to set the stage of an incident. */
final class SetStageRequest extends Form
{
    public function rules(): array
    {
        return [
            'version' => ['required', 'integer'],
            'stage' => ['required', Rule::in(array_map(static fn(Stage $s): string => $s->value, array_slice(Stage::cases(), 0, 4)))],
        ];
    }
}
