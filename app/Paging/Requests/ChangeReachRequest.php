<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Paging\Delivery\DeliveryPaths;
use App\Paging\Hours;
use App\Platform\Http\Form;

/** What is sent to change how somebody is reached. */
final class ChangeReachRequest extends Form
{
    public function rules(): array
    {
        return [
            'contacts' => ['present', 'array', 'max:10'],
            'contacts.*.channel' => ['required', 'in:'.implode(',', array_keys(DeliveryPaths::WORDS)), 'distinct'],
            'contacts.*.address' => ['required', 'string', 'max:200'],
            'contacts.*.after' => ['required', 'integer', 'between:0,3600'],
            'rules' => ['present', 'array', 'max:10'], 'rules.*.urgencies' => ['present', 'array'],
            'rules.*.urgencies.*' => ['in:now,soon,later'], ...Hours::rules('rules.*.hours'),
            'rules.*.contacts' => ['required', 'array', 'min:1'],
            'rules.*.contacts.*.channel' => ['required', 'in:'.implode(',', array_keys(DeliveryPaths::WORDS))],
            'rules.*.contacts.*.after' => ['required', 'integer', 'between:0,3600'],
            'version' => ['required', 'integer'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'contacts.*.channel.distinct' => 'Each way once: two addresses for one way cannot be told apart in an answer.',
            'contacts.*.address.*' => 'Give the number or the address.',
            'contacts.*.after.*' => 'Try it 0 seconds to an hour after the page begins.',
            'rules.*.contacts.required' => 'A rule names at least one way, or it would do nothing.',
            'rules.*.hours.*' => 'Hours have days, a beginning and an end.',
            'rules.*.hours.*.*' => 'Hours have days, a beginning and an end.',
        ];
    }
}
