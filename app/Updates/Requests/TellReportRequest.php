<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use App\Topology\Item;
use App\Updates\NewReport;
use Illuminate\Support\Str;
use Illuminate\Validation\Rule;

/** What is sent to tell of a problem. */
final class TellReportRequest extends Form
{
    public function rules(): array
    {
        return [
            'service' => ['required', 'string', Rule::exists('items', 'id')->where('kind', Item::SERVICE)->whereNotNull('public_name')],
            'what' => ['required', 'string', 'max:2000'],
            'site' => ['nullable', 'string', 'max:100'],
            'name' => ['nullable', 'string', 'max:100'],
            'email' => ['nullable', 'email', 'max:200'],
            'same' => ['nullable', 'integer'],
            'send_key' => ['nullable', 'string', 'max:64'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'service.required' => 'Choose what does not work.', 'service.exists' => 'Choose one of the services in the list.',
            'what.required' => 'Say in a few words what happens.',
            'email.email' => 'This does not look like a mail address. Correct it, or leave it empty.',
        ];
    }

    public function told(): NewReport
    {
        $input = $this->validated();
        $text = static fn(string $name): ?string =>
            isset($input[$name]) && is_string($input[$name]) && trim($input[$name]) !== '' ? trim($input[$name]) : null;

        return new NewReport(
            (string) $input['service'], (string) $input['what'], $text('site'), $text('name'), $text('email'),
            isset($input['same']) ? (int) $input['same'] : null, $text('send_key') ?? Str::random(32),
        );
    }
}
