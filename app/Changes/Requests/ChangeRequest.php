<?php

declare(strict_types=1);

namespace App\Changes\Requests;

use App\Changes\Planning\ChangePlan;
use App\Platform\Http\Asked;
use App\Platform\Http\Form;
use Carbon\CarbonImmutable;
use Illuminate\Validation\Rule;
use Skarvo\Changes\ChangeKind;

/** The plan of a change, as its form sends it. */
final class ChangeRequest extends Form
{
    private const MOST_ITEMS = 200;

    private const MOST_STEPS = 100;

    public function rules(): array
    {
        return [
            'title' => ['required', 'string', 'max:200'], 'kind' => ['required', Rule::enum(ChangeKind::class)],
            'from' => ['required', ...Asked::TIME],
            'to' => ['required', ...Asked::TIME, Asked::after($this, 'from', 'It has to end after it begins.')],
            'down' => ['present', 'array', 'max:'.self::MOST_ITEMS], 'down.*' => ['string', 'distinct', 'exists:items,id'],
            'touched' => ['present', 'array', 'max:'.self::MOST_ITEMS], 'touched.*' => ['string', 'distinct', 'exists:items,id'],
            'reason' => ['nullable', 'string', 'max:2000'], 'back_out' => ['nullable', 'string', 'max:2000'],
            'back_minutes' => ['nullable', 'integer', 'between:1,10000'],
            'implementer' => ['nullable', 'string', Rule::exists('people', 'id')->whereNull('left_at')],
            'team' => ['nullable', 'string', 'exists:teams,id'],
            'steps' => ['present', 'array', 'max:'.self::MOST_STEPS], 'steps.*' => ['array:text,minutes,check,back,no_return'],
            'steps.*.text' => ['required', 'string', 'max:500'], 'steps.*.minutes' => ['nullable', 'integer', 'between:1,10000'],
            'steps.*.check' => ['nullable', 'string', 'max:500'], 'steps.*.back' => ['nullable', 'string', 'max:500'],
            'steps.*.no_return' => ['nullable', 'boolean'],
            'incident' => ['nullable', 'integer', 'exists:incidents,id'], 'version' => ['nullable', 'integer'],
            'template' => ['nullable', 'integer'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'back_minutes.*' => 'Say in how many minutes: 1 to 10000.', 'title.required' => 'Say in a few words what is changed.',
            'steps.*.text.required' => 'Say what is done in this step, or remove it.',
            'down.*.exists' => 'One of the items is not there any more.', 'touched.*.exists' => 'One of the items is not there any more.',
        ];
    }

    public function plan(): ChangePlan
    {
        $input = $this->validated();
        $texts = static fn(mixed $list): array => array_values(array_map(strval(...), is_array($list) ? $list : []));
        $optional = static fn(mixed $text): ?string => is_string($text) && trim($text) !== '' ? trim($text) : null;

        return new ChangePlan(
            trim($input['title']), ChangeKind::from($input['kind']), CarbonImmutable::parse($input['from'])->utc()->startOfSecond(),
            CarbonImmutable::parse($input['to'])->utc()->startOfSecond(), $texts($input['down']), $texts($input['touched']),
            trim((string) ($input['reason'] ?? '')),
            trim((string) ($input['back_out'] ?? '')), $optional($input['implementer'] ?? null), $optional($input['team'] ?? null),
            array_values(array_map(static fn(array $step): array => [
                'text' => trim($step['text']), 'minutes' => isset($step['minutes']) ? (int) $step['minutes'] : null,
                'check' => $optional($step['check'] ?? null),
                'back' => $optional($step['back'] ?? null), 'no_return' => (bool) ($step['no_return'] ?? false),
            ], $input['steps'])),
            isset($input['incident']) ? (int) $input['incident'] : null,
            template: isset($input['template']) ? (int) $input['template'] : null,
            backMinutes: isset($input['back_minutes']) ? (int) $input['back_minutes'] : null,
        );
    }
}
