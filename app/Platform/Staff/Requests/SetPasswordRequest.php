<?php

declare(strict_types=1);

namespace App\Platform\Staff\Requests;

use App\Platform\CurrentPerson;
use App\Platform\Http\Form;
use App\Platform\Staff\KeepParticulars;
use App\Platform\Staff\KnownPasswords;

/** What is sent to set a password. */
final class SetPasswordRequest extends Form
{
    public function rules(): array
    {
        return [
            'password' => ['required', 'string', 'min:'.KeepParticulars::SHORTEST_PASSWORD, 'max:200', KnownPasswords::refuse()],
            'present' => [CurrentPerson::of($this)->is($this->route('person')) ? 'required' : 'nullable', 'string'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'password.min' => 'A password has '.KeepParticulars::SHORTEST_PASSWORD.' to 200 characters.',
            'present.*' => 'Give the password that you have now.',
        ];
    }
}
