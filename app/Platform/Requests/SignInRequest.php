<?php

declare(strict_types=1);

namespace App\Platform\Requests;

use App\Platform\Http\Form;

/** What is sent to sign in. */
final class SignInRequest extends Form
{
    public function rules(): array
    {
        return ['email' => ['required', 'string', 'max:200'], 'password' => ['required', 'string', 'max:1000']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['email.*' => 'Fill in your mail address.', 'password.*' => 'Fill in your password.'];
    }
}
