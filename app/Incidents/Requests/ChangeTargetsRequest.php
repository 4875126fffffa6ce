<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Incidents\Targets\Promised;
use App\Platform\Http\Form;
use App\Topology\Item;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Targets\PromisedOf;
use Skarvo\Time\Weekday;

/** What is sent to change what is promised of incidents and tickets. */
final class ChangeTargetsRequest extends Form
{
    public function rules(): array
    {
        return [
            'version' => ['required', 'integer'], 'agreements' => ['required', 'array', 'list', 'max:40'],
            'agreements.*.kinds' => ['required', 'array', 'list', 'min:1'],
            'agreements.*.kinds.*' => ['required', Rule::enum(PromisedOf::class)],
            'agreements.*.service' => ['nullable', 'string', Rule::exists('items', 'id')->where('kind', Item::SERVICE)],
            'agreements.*.targets' => ['present', 'array', 'list', 'max:8'],
            'agreements.*.targets.*.name' => ['required', Rule::in([Promised::RESPOND, Promised::RESTORE])],
            'agreements.*.targets.*.priority' => ['required', 'integer', 'between:1,4'],
            'agreements.*.targets.*.minutes' => ['required', 'integer', 'between:1,525600'],
            'agreements.*.targets.*.desk' => ['required', 'boolean'], 'agreements.*.targets.*.pauses' => ['required', 'boolean'],
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
            'to.*' => 'Use a time of day such as 22:00.', 'agreements.*.targets.*.minutes.*' => 'Use a number of minutes, a year at most.',
            'agreements.*.kinds.*' => 'Say what each agreement is about: incidents, reports, requests or tasks.',
            'agreements.*.service.*' => 'One of the services is not there any more. Choose another.',
        ];
    }

    /** @return array<string, mixed> as it is kept */
    public function value(): array
    {
        $input = $this->validated();

        return [
            'time_zone' => config()->string('skarvo.time_zone'),
            'hours' => ['desk' => ['weekly' => [['days' => array_values($input['days']), 'from' => $input['from'], 'to' => $input['to']]]]],
            'agreements' => array_map(static fn(array $agreement): array => [
                'kinds' => array_values($agreement['kinds']), ...(isset($agreement['service']) ? ['service' => $agreement['service']] : []),
                'targets' => array_map(static fn(array $one): array => [
                    'name' => $one['name'], 'priority' => (int) $one['priority'], 'within' => 'PT'.(int) $one['minutes'].'M',
                    'pauses' => (bool) $one['pauses'], ...((bool) $one['desk'] ? ['hours' => 'desk'] : []),
                ], $agreement['targets']),
            ], $input['agreements']),
        ];
    }
}
