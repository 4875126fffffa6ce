<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What is sent to put the steps of a checklist on a ticket. */
final class FollowChecklistRequest extends Form
{
    public function rules(): array
    {
        return ['checklist' => ['required', 'integer', 'exists:checklists,id']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['checklist.exists' => 'There is no such checklist any more. Choose another.'];
    }
}
