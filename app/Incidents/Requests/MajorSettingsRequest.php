<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Incidents\Major\MajorSettings;
use App\Platform\Http\Form;
use Illuminate\Support\Str;
use Illuminate\Validation\Validator;

/**
 * What is sent to change how major incidents are dealt with.
 *
 * @phpstan-import-type MajorChoices from MajorSettings
 */
final class MajorSettingsRequest extends Form
{
    private const FIELDS = ['tier', 'places', 'reports', 'minutes'];

    public function rules(): array
    {
        return [
            'version' => ['required', 'integer'], 'conditions' => ['present', 'array', 'list', 'max:20'], 'conditions.*' => ['array'],
            'conditions.*.tier' => ['nullable', 'integer', 'between:1,4'],
            'conditions.*.places' => ['nullable', 'integer', 'between:1,1000'],
            'conditions.*.reports' => ['nullable', 'integer', 'between:1,100000'],
            'conditions.*.minutes' => ['nullable', 'integer', 'between:1,100000'],
            'update_minutes' => ['required', 'integer', 'between:5,1440'], 'team' => ['nullable', 'string', 'exists:teams,id'],
            'link_alone' => ['required', 'boolean'], 'watch_minutes' => ['required', 'integer', 'between:1,10080'],
            'confirm_all' => ['required', 'boolean'], 'conversation' => ['required', 'boolean'], 'bridge' => ['required', 'boolean'],
            'proving_minutes' => ['required', 'integer', 'between:1,1440'],
            'roles' => ['present', 'array', 'list', 'max:20'], 'roles.*.name' => ['required', 'string', 'max:60'],
        ];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [static function (Validator $validator): void {
            $input = $validator->getData();
            foreach (is_array($input['conditions'] ?? null) ? $input['conditions'] : [] as $n => $one) {
                if (is_array($one) && array_filter(array_intersect_key($one, array_flip(self::FIELDS)), is_numeric(...)) === []) {
                    $validator->errors()->add(
                        'conditions', 'Condition '.((int) $n + 1).' asks for nothing. Fill one of its fields, or drop it.',
                    );
                }
            }
            $names = array_filter(array_map(
                static fn(mixed $one): string => is_array($one) && is_string($one['name'] ?? null) ? Str::slug($one['name']) : '',
                is_array($input['roles'] ?? null) ? $input['roles'] : [],
            ));
            if (count(array_unique([...$names, 'lead', 'technical-lead', 'communicator', 'coordinator'])) < count($names) + 4) {
                $validator->errors()->add(
                    'roles', 'Each role needs a name of its own. Coordinator, technical lead and communicator are there anyway.',
                );
            }
        }];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'conditions.*.tier.*' => 'A tier is 1 to 4.', 'conditions.*.*.*' => 'Use a whole number of 1 or more.',
            'update_minutes.*' => 'Use a number of minutes from 5 to 1,440.',
            'team.*' => 'This team is not there any more. Choose another.',
            'watch_minutes.*' => 'Use a number of minutes, a week at most.',
            'proving_minutes.*' => 'Use a number of minutes from 1 to 1,440.',
            'roles.*.name.*' => 'Give each role a name of at most 60 letters.',
        ];
    }

    /** @return MajorChoices */
    public function choices(): array
    {
        $input = $this->validated();
        $number = static fn(mixed $one): ?int => $one === null ? null : (int) $one;

        return [
            'conditions' => array_values(array_map(static fn(array $one): array => [
                'tier' => $number($one['tier'] ?? null), 'places' => $number($one['places'] ?? null),
                'reports' => $number($one['reports'] ?? null), 'minutes' => $number($one['minutes'] ?? null),
            ], $input['conditions'])),
            'update_minutes' => (int) $input['update_minutes'], 'team' => $input['team'] ?? null,
            'link_alone' => (bool) $input['link_alone'], 'watch_minutes' => (int) $input['watch_minutes'],
            'confirm_all' => (bool) $input['confirm_all'], 'proving_minutes' => (int) $input['proving_minutes'],
            'conversation' => (bool) $input['conversation'], 'bridge' => (bool) $input['bridge'],
            // A role is known by its name: whoever renames one makes another.
            'roles' => array_values(array_map(static fn(array $one): array => [
                'id' => Str::slug($one['name']) ?: md5($one['name']), 'name' => $one['name'],
            ], $input['roles'])),
        ];
    }
}
