<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Finding\HypothesisState;

/** What is sent to rule out what may be the cause, to confirm it, or to open it again. */
final class SettleHypothesisRequest extends Form
{
    public function rules(): array
    {
        return [
            'state' => ['required', Rule::enum(HypothesisState::class)], 'why' => ['required', 'string', 'max:500'],
            'version' => ['required', 'integer'],
        ];
    }
}
