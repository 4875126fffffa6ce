<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Paging\Hours;
use App\Platform\Http\Form;

/** What is sent to save a policy. */
final class SavePolicyRequest extends Form
{
    public function rules(): array
    {
        return [
            'id' => ['nullable', 'integer'], 'version' => ['nullable', 'integer'], ...PolicySteps::RULES,
            'name' => ['required', 'string', 'max:80'], 'service_id' => ['nullable', 'string', 'exists:items,id'],
            'urgencies' => ['present', 'array'], 'urgencies.*' => ['in:now,soon,later'], ...Hours::rules('hours'),
            'patience_seconds' => ['required', 'integer', 'between:60,86400'],
            'answer_seconds' => ['required', 'integer', 'between:30,3600'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...PolicySteps::MESSAGES,
            'name.*' => 'Give it a name.', 'hours.*' => 'Hours have days, a beginning and an end, such as 22:00 and 07:00.',
            'hours.*.*' => 'Hours have days, a beginning and an end, such as 22:00 and 07:00.',
            'patience_seconds.*' => 'Review again after 1 minute to a day.',
            'answer_seconds.*' => 'Give half a minute to an hour for the answer.',
        ];
    }

    /**
     * @return array{name: string, rounds: int, steps: list<array{targets: list<string>, wait_seconds: int}>, service_id: string|null,
     *      urgencies: list<string>, hours: array{days: list<string>, from: string, to: string}|null, patience_seconds: int,
     *      answer_seconds: int}
     */
    public function policy(): array
    {
        $input = $this->validated();
        $hours = is_array($input['hours'] ?? null)
            ? [
                'days' => array_values(array_map(strval(...), $input['hours']['days'])),
                'from' => (string) $input['hours']['from'], 'to' => (string) $input['hours']['to'],
            ]
            : null;

        return [
            'name' => (string) $input['name'], ...PolicySteps::of($input),
            'service_id' => isset($input['service_id']) ? (string) $input['service_id'] : null,
            'urgencies' => array_values(array_map(strval(...), $input['urgencies'])), 'hours' => $hours,
            'patience_seconds' => (int) $input['patience_seconds'], 'answer_seconds' => (int) $input['answer_seconds'],
        ];
    }
}
