<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Tickets\TaskState;

/** What is sent when a step is done, skipped, or open again. */
final class SettleTaskRequest extends Form
{
    public function rules(): array
    {
        return [
            'state' => ['required', Rule::enum(TaskState::class)], 'why' => ['nullable', 'required_if:state,skipped', 'string', 'max:200'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required_if' => 'Say why it is skipped.', 'why.max' => 'Use 200 characters at most.'];
    }

    public function state(): TaskState
    {
        return TaskState::from((string) $this->validated()['state']);
    }

    public function why(): string
    {
        return trim((string) ($this->validated()['why'] ?? ''));
    }
}
