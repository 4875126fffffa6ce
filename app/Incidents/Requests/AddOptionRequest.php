<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Finding\OptionKind;

/** What is sent to put down what can be done. */
final class AddOptionRequest extends Form
{
    public function rules(): array
    {
        return [
            'kind' => ['required', Rule::enum(OptionKind::class)], 'text' => ['required', 'string', 'max:300'],
            'minutes' => ['nullable', 'integer', 'between:1,100000'], 'risk' => ['nullable', 'string', 'max:500'],
            'items' => ['array', 'list', 'max:20'], 'items.*' => ['string', 'exists:items,id'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['items.*' => 'One of the items is not there any more.', 'minutes.*' => 'Use a number of minutes.'];
    }
}
