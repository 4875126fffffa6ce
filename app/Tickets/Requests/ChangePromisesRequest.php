<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;
use App\Tickets\Promises;
use Illuminate\Validation\Rule;
use Skarvo\Time\Weekday;

/** What is sent to change what is promised of tickets. */
final class ChangePromisesRequest extends Form
{
    public function rules(): array
    {
        return [
            'version' => ['required', 'integer'], 'targets' => ['required', 'array', 'max:20'],
            'targets.*.name' => ['required', Rule::in([Promises::RESPOND, Promises::RESTORE])],
            'targets.*.priority' => ['required', 'integer', 'between:1,4'], 'targets.*.minutes' => ['required', 'integer', 'between:1,525600'],
            'targets.*.desk' => ['required', 'boolean'], 'targets.*.pauses' => ['required', 'boolean'],
            'from' => ['required', 'regex:/^([01]\\d|2[0-3]):[0-5]\\d$/D'],
            'to' => ['required', 'regex:/^([01]\\d|2[0-3]):[0-5]\\d$|^24:00$/D'],
            'days' => ['required', 'array', 'min:1'], 'days.*' => [Rule::enum(Weekday::class)],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'days.*' => 'Choose at least one day on which the desk is open.', 'from.*' => 'Use a time of day such as 06:00.',
            'to.*' => 'Use a time of day such as 22:00.', 'targets.*.minutes.*' => 'Use a number of minutes, a year at most.',
        ];
    }

    /** @return array<string, mixed> as it is kept */
    public function promises(): array
    {
        $input = $this->validated();

        return [
            'time_zone' => config()->string('skarvo.time_zone'),
            'hours' => ['desk' => ['weekly' => [['days' => array_values($input['days']), 'from' => $input['from'], 'to' => $input['to']]]]],
            'targets' => array_values(array_map(static fn(array $one): array => [
                'name' => $one['name'], 'priority' => (int) $one['priority'], 'within' => 'PT'.(int) $one['minutes'].'M',
                'pauses' => (bool) $one['pauses'], ...((bool) $one['desk'] ? ['hours' => 'desk'] : []),
            ], $input['targets'])),
        ];
    }
}
