<?php

declare(strict_types=1);

namespace App\Signals\Requests;

use App\Platform\Http\Form;

/** What is sent to list the alerts of groups. */
final class GroupMembersRequest extends Form
{
    public function rules(): array
    {
        return ['group' => ['required', 'integer']];
    }
}
