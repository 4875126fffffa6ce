<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;

/** Whether somebody who follows is told again, or no more. */
final class ChangeFollowerRequest extends Form
{
    private const LEAVE = 'leave';

    public function rules(): array
    {
        return ['do' => ['required', Rule::in([self::LEAVE, 'resume'])]];
    }

    public function isLeaving(): bool
    {
        return $this->validated()['do'] === self::LEAVE;
    }
}
