<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;
use App\Tickets\Steps\Checklist;
use App\Topology\Item;
use Illuminate\Validation\Rule;

/** What is sent to keep a checklist. */
final class SaveChecklistRequest extends Form
{
    public function rules(): array
    {
        return [
            'id' => ['nullable', 'integer', 'exists:checklists,id'], 'version' => ['nullable', 'required_with:id', 'integer'],
            'name' => ['required', 'string', 'max:100'],
            'service' => ['nullable', 'string', Rule::exists('items', 'id')->where('kind', Item::SERVICE)],
            'steps' => ['required', 'array', 'min:1', 'max:'.Checklist::MOST_STEPS], 'steps.*' => ['array'],
            'steps.*.text' => ['required', 'string', 'max:200'], 'steps.*.team' => ['nullable', 'string', 'exists:teams,id'],
            'steps.*.must' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Give it the name of the trouble that it is for.', 'steps.required' => 'Write one step at least.',
            'steps.max' => 'Use '.Checklist::MOST_STEPS.' steps at most.', 'steps.*.text.required' => 'Write the step, or remove its row.',
            'steps.*.team.exists' => 'There is no such team any more. Choose another.',
        ];
    }

    /** @return list<array{text: string, team: string|null, must: bool}> */
    public function steps(): array
    {
        return array_values(array_map(static fn(array $one): array => [
            'text' => trim((string) $one['text']), 'team' => isset($one['team']) ? (string) $one['team'] : null,
            'must' => (bool) ($one['must'] ?? false),
        ], (array) $this->validated()['steps']));
    }
}
