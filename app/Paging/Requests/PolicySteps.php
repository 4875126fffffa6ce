<?php

declare(strict_types=1);

namespace App\Paging\Requests;

/** The steps of a policy, as a form sends them. */
final class PolicySteps
{
    public const RULES = [
        'rounds' => ['required', 'integer', 'between:1,20'], 'steps' => ['required', 'array', 'min:1', 'max:20'],
        'steps.*.targets' => ['required', 'array', 'min:1'], 'steps.*.targets.*' => ['string'],
        'steps.*.wait_seconds' => ['required', 'integer', 'min:1', 'max:86400'],
    ];

    public const MESSAGES = [
        'steps.required' => 'A policy has at least one step.',
        'steps.*.targets.required' => 'Each step calls somebody: choose whom.',
        'steps.*.wait_seconds.*' => 'Wait from a second to a day before the next step.',
        'rounds.*' => 'Go through the steps 1 to 20 times.',
    ];

    /**
     * @param  array<array-key, mixed>  $input  validated by RULES
     * @return array{rounds: int, steps: list<array{targets: list<string>, wait_seconds: int}>}
     */
    public static function of(array $input): array
    {
        $steps = is_array($input['steps'] ?? null) ? $input['steps'] : [];

        return [
            'rounds' => is_numeric($input['rounds'] ?? null) ? (int) $input['rounds'] : 0,
            'steps' => array_values(array_map(
                static fn(mixed $step): array => is_array($step) ? [
                    'targets' => array_values(array_map(strval(...), (array) $step['targets'])),
                    'wait_seconds' => (int) $step['wait_seconds'],
                ] : throw new \LogicException('A step has fields.'),
                $steps,
            )),
        ];
    }
}
