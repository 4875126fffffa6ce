<?php

declare(strict_types=1);

namespace App\Changes\Requests;

use App\Platform\Http\Asked;
use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Changes\ChangeKind;

/** A plan as far as it is known while somebody still writes it. */
final class LookRequest extends Form
{
    public function rules(): array
    {
        return [
            'kind' => ['required', Rule::enum(ChangeKind::class)],
            'from' => ['nullable', ...Asked::TIME], 'to' => ['nullable', ...Asked::TIME], 'band' => ['nullable', ...Asked::TIME],
            'down' => ['present', 'array', 'max:200'], 'down.*' => ['string', 'max:200'], 'touched' => ['present', 'array', 'max:200'],
            'touched.*' => ['string', 'max:200'],
            'implementer' => ['nullable', 'string', 'max:200'], 'team' => ['nullable', 'string', 'max:200'],
            'minutes' => ['nullable', 'integer', 'between:1,10080'],
            'but' => ['nullable', 'integer'], 'back_out' => ['nullable', 'string', 'max:2000'],
            'back_minutes' => ['nullable', 'integer', 'between:1,10000'],
            'steps' => ['nullable', 'array', 'max:100'], 'steps.*' => ['array:text,back,no_return'],
            'steps.*.text' => ['nullable', 'string', 'max:500'],
            'steps.*.back' => ['nullable', 'string', 'max:500'], 'steps.*.no_return' => ['nullable', 'boolean'],
        ];
    }
}
