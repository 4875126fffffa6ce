<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Stage;

/** What is sent to have words read against the record. */
final class CheckWordsRequest extends Form
{
    public function rules(): array
    {
        return [
            'stage' => ['required', Rule::enum(Stage::class)],
            'text' => ['nullable', 'string', 'max:2000'], 'meanwhile' => ['nullable', 'string', 'max:1000'],
            'next_minutes' => ['nullable', 'integer', 'min:5', 'max:10080'],
            ...PublishUpdateRequest::facts(), 'versions.*.text' => ['nullable', 'string', 'max:4000'],
            'drafts' => ['nullable', 'boolean'], 'unchanged' => ['nullable', 'boolean'], 'is_written' => ['nullable', 'boolean'],
        ];
    }
}
