<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Asked;
use App\Platform\Http\Form;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Illuminate\Validation\Rule;

/** What is sent to say when a service counts more. */
final class AddBusyRequest extends Form
{
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80'],
            'service' => ['nullable', 'string', Rule::exists('items', 'id')->where('kind', Item::SERVICE)],
            'from' => ['required', ...Asked::TIME], 'until' => ['required', ...Asked::TIME, 'after:from'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Say what makes it busy, such as “Eve of the holidays”.', 'until.after' => 'It has to end after it begins.',
            'from.required' => 'Say when it begins.', 'until.required' => 'Say when it ends.',
        ];
    }

    public function from(): CarbonImmutable
    {
        return CarbonImmutable::parse((string) $this->validated()['from'])->utc();
    }

    public function until(): CarbonImmutable
    {
        return CarbonImmutable::parse((string) $this->validated()['until'])->utc();
    }
}
