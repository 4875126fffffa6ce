<?php

declare(strict_types=1);

namespace App\Topology\Scan\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;

/** What is sent to have connections accepted by a rule. */
final class AcceptRuleRequest extends Form
{
    public function rules(): array
    {
        return [
            'from_kind' => ['nullable', 'string', 'max:60', Rule::exists('items', 'kind')],
            'to_kind' => ['nullable', 'string', 'max:60', Rule::exists('items', 'kind')],
            'port' => ['nullable', 'integer', 'between:1,65535'], 'relation' => ['required', 'string', 'exists:relations,id'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'from_kind.exists' => 'There are no items of that type.', 'to_kind.exists' => 'There are no items of that type.',
            'port.*' => 'A port is a number from 1 to 65535.', 'relation.*' => 'Choose how the one needs the other.',
        ];
    }
}
