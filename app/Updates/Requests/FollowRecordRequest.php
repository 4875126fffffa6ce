<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;

/** Whether somebody who is signed in wants to hear what happens to a record. */
final class FollowRecordRequest extends Form
{
    public function rules(): array
    {
        return [
            'kind' => ['required', 'string', 'max:40'], 'id' => ['required', 'integer', 'min:1', 'max:999999999999999'],
            'follow' => ['required', 'boolean'],
        ];
    }
}
