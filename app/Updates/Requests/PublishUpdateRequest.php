<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Stage;

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
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['text.required' => 'Say what is affected.', 'next_minutes.min' => 'Leave at least 5 minutes until the next update.'];
    }
}
