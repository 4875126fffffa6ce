<?php

declare(strict_types=1);

namespace App\Platform\Staff\Requests;

use App\Platform\Http\Asked;
use App\Platform\Http\Form;
use App\Platform\Person;
use App\Platform\Role;
use App\Platform\Staff\AddPerson;
use Illuminate\Validation\Rule;

/** What is sent to change the particulars of a person. */
final class ChangePersonRequest extends Form
{
    protected function prepareForValidation(): void
    {
        $this->merge(['email' => AddPerson::address(Asked::text($this, 'email'))]);
    }

    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80'], 'title' => ['nullable', 'string', 'max:80'],
            'email' => ['required', 'email', 'max:200', Rule::unique('people', 'email')->ignore($this->route('person'))],
            'team' => ['nullable', 'string', 'exists:teams,id'], 'roles' => ['present', 'array'],
            'roles.*' => [Rule::enum(Role::class)], 'time_zone' => ['required', 'timezone:all'], 'version' => ['required', 'integer'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'email.unique' => 'Somebody has this address already.', 'email.*' => 'Give an address of mail.',
            'name.*' => 'Give the name.', 'time_zone.*' => 'A zone such as Europe/Oslo.',
            'team.*' => 'There is no such team any more.',
        ];
    }
}
