<?php

declare(strict_types=1);

namespace App\Changes\Requests;

use App\Platform\Http\Form;

/** The rules of changes, as a JSON text. */
final class RulesRequest extends Form
{
    public function rules(): array
    {
        return [
            'rules' => ['required', 'string', 'max:200000'], 'note' => ['required', 'string', 'max:300'],
            'version' => ['required', 'integer'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['note.required' => 'Say what you changed and why, for whoever reads it later.'];
    }
}
