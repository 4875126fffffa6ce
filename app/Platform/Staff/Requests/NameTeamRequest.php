<?php

declare(strict_types=1);

namespace App\Platform\Staff\Requests;

use App\Platform\Http\Asked;
use App\Platform\Http\Form;

/** What a team is called. */
final class NameTeamRequest extends Form
{
    protected function prepareForValidation(): void
    {
        $this->merge(['name' => trim(Asked::text($this, 'name'))]);
    }

    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.*' => 'Give the team a name of up to 80 characters.',
        ];
    }
}
