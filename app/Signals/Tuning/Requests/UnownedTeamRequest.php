<?php

declare(strict_types=1);

namespace App\Signals\Tuning\Requests;

use App\Platform\Http\Form;

/** What is sent to say which team gets what nobody owns. */
final class UnownedTeamRequest extends Form
{
    public function rules(): array
    {
        return ['team' => ['nullable', 'string', 'exists:teams,id']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['team.exists' => 'This team is not there any more.'];
    }
}
