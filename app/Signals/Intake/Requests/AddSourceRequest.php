<?php

declare(strict_types=1);

namespace App\Signals\Intake\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;

/** What is sent to add a source. */
final class AddSourceRequest extends Form
{
    public function rules(): array
    {
        return [
            'id' => ['required', 'string', 'max:128', 'regex:~^[^\s/?#]+$~', Rule::unique('sources', 'id')],
            'name' => ['required', 'string', 'max:120'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'id.regex' => 'Use no spaces, slashes, question marks or hashes: it stands in an address.',
            'id.unique' => 'There is a source of that name already.',
        ];
    }
}
