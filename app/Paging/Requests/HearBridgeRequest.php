<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Paging\Bridge\Heard;

/** What a phone exchange tells of somebody and a bridge. */
final class HearBridgeRequest extends Form
{
    public function rules(): array
    {
        return [
            'bridge' => ['required', 'string', 'max:100', 'exists:bridges,name'], 'id' => ['required', 'string', 'max:100'],
            'person' => ['required', 'string', 'max:100', 'exists:people,id'],
            'event' => ['required', Rule::in([Heard::Joined->value, Heard::Left->value, Heard::Unanswered->value])],
            'at' => ['nullable', 'date'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'bridge.exists' => 'There is no such bridge.', 'person.exists' => 'There is no such person.',
            'event.*' => 'An event is joined, left or unanswered.',
        ];
    }
}
