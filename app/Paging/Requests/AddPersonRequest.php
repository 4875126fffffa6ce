<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Platform\Http\Asked;
use App\Platform\Http\Form;
use App\Platform\Person;
use App\Platform\Role;
use App\Platform\Staff\AddPerson;
use App\Platform\Staff\KeepParticulars;
use App\Platform\Staff\KnownPasswords;

/** What is sent to add a person. */
final class AddPersonRequest extends Form
{
    protected function prepareForValidation(): void
    {
        $this->merge(['email' => AddPerson::address(Asked::text($this, 'email'))]);
    }

    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80'], 'email' => ['required', 'email', 'max:200', 'unique:people,email'],
            'team' => ['nullable', 'string', 'exists:teams,id'],
            'roles' => ['present', 'array'], 'roles.*' => ['in:'.implode(',', array_column(Role::cases(), 'value'))],
            'time_zone' => ['required', 'timezone:all'],
            'password' => ['nullable', 'string', 'min:'.KeepParticulars::SHORTEST_PASSWORD, 'max:200', KnownPasswords::refuse()],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'email.unique' => Person::query()->where('email', Asked::text($this, 'email'))->whereNotNull('left_at')->exists()
                ? 'Somebody who has left had this address. Take them back in on their page: it stands below the list.'
                : 'Somebody has this address already.',
            'email.*' => 'Give an address of mail.',
            'name.*' => 'Give the name.', 'time_zone.*' => 'A zone such as Europe/Oslo.',
            'password.min' => 'A password has at least '.KeepParticulars::SHORTEST_PASSWORD
                .' characters. Without one they cannot sign in, and can still be paged.',
        ];
    }
}
