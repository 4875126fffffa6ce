<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use App\Topology\Item;
use App\Updates\Questions;
use Illuminate\Validation\Rule;

/** What is sent to change what reporters are asked about a service. */
final class ChangeQuestionsRequest extends Form
{
    public function rules(): array
    {
        return [
            'service' => ['required', 'string', Rule::exists('items', 'id')->where('kind', Item::SERVICE)],
            'version' => ['required', 'integer'], 'attach' => ['boolean'], 'faulty' => ['boolean'],
            'questions' => ['present', 'array', 'max:'.Questions::MOST], 'questions.*' => ['array'],
            'questions.*.ask' => ['required', 'string', 'max:120'], 'questions.*.example' => ['nullable', 'string', 'max:120'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'questions.max' => 'Ask '.Questions::MOST.' questions at most: somebody is waiting at a closed barrier.',
            'questions.*.ask.required' => 'Write the question, or remove its row.',
        ];
    }

    public function service(): string
    {
        return (string) $this->validated()['service'];
    }

    /** @return list<array{ask: string, example: string}> */
    public function questions(): array
    {
        return array_values(array_map(static fn(array $one): array => [
            'ask' => trim((string) $one['ask']), 'example' => trim((string) ($one['example'] ?? '')),
        ], (array) $this->validated()['questions']));
    }
}
