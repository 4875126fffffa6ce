<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Form;

/** What is sent to make a rota. */
final class MakeRotaRequest extends Form
{
    public function rules(): array
    {
        return [
            'id' => ['required', 'string', 'max:60', 'regex:/^[a-z0-9][a-z0-9-]*$/', 'unique:rotas,id'],
            'name' => ['required', 'string', 'max:120'], 'team' => ['required', 'string', 'exists:teams,id'],
            'time_zone' => ['required', 'string'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'id.regex' => 'Use small letters, digits and hyphens.', 'id.unique' => 'There is a rota with this id already.',
            'name.required' => 'Name it.', 'team.*' => 'Choose its team.',
        ];
    }
}
