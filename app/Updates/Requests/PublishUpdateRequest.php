<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Asked;
use App\Platform\Http\Form;
use App\Topology\Item;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Versions\Version;
use Skarvo\Value\Language;

/** What is sent to publish an update. */
final class PublishUpdateRequest extends Form
{
    public function rules(): array
    {
        return [
            'number' => ['required', 'integer'],
            'stage' => ['required', Rule::enum(Stage::class)->except(Stage::Restored)],
            'text' => ['required', 'string', 'max:2000'],
            'meanwhile' => ['nullable', 'string', 'max:1000'],
            'longer' => ['nullable', 'string', 'max:500'],
            'despite' => ['nullable', 'string', 'max:500'],
            'corrects' => ['nullable', 'integer', 'min:1'],
            'next_minutes' => ['required', 'integer', 'min:5', 'max:10080'],
            // How many were given when the author looked: what somebody else said meanwhile is not written over.
            'estimates' => ['required_with:estimate', 'nullable', 'integer'],
            ...self::facts(), 'versions.*.text' => ['required', 'string', 'max:4000'],
        ];
    }

    /** @return array<string, list<mixed>> what an update says, and each version of it */
    public static function facts(): array
    {
        return [
            'estimate' => ['nullable', ...Asked::TIME, 'before:+1 year'],
            'since' => ['nullable', ...Asked::TIME],
            'cause' => ['nullable', 'string', 'max:500'], 'counter' => ['nullable', 'string', 'max:1000'],
            'services' => ['nullable', 'array', 'max:100'], 'services.*' => ['array'],
            'services.*.name' => [
                'required', 'string', 'distinct', Rule::exists('items', 'public_name')->where('kind', Item::SERVICE),
            ],
            'services.*.state' => ['required', Rule::in([State::Down->value, State::Degraded->value])],
            'places' => ['nullable', 'array', 'max:200'], 'places.*' => ['required', 'string', 'distinct', Rule::exists('items', 'site')],
            'versions' => ['nullable', 'array', 'max:'.count(Version::cases()) * count(Language::cases())], 'versions.*' => ['array'],
            'versions.*.version' => ['required', Rule::enum(Version::class)],
            'versions.*.language' => ['required', Rule::enum(Language::class)],
            'versions.*.meanwhile' => ['nullable', 'string', 'max:1000'], 'versions.*.isRead' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'text.required' => 'Say what is affected.', 'next_minutes.min' => 'Leave at least 5 minutes until the next update.',
            'services.*.name.exists' => 'Outsiders know no service of that name.',
            'services.*.state.in' => 'Say that it does not work, or only in part.',
            'estimate.*' => 'Use a day and a time within a year.', 'since.*' => 'Use a day and a time.',
            'places.*.exists' => 'No item stands at that place.', 'versions.*.text.required' => 'A version says something, or is left out.',
        ];
    }
}
