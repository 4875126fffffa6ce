<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;

/** Whether somebody who is signed in wants to hear of an incident. */
final class FollowOwnRequest extends Form
{
    public function rules(): array
    {
        return ['follow' => ['required', 'boolean']];
    }

    public function wants(): bool
    {
        return (bool) $this->validated()['follow'];
    }
}
