<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;

/** Whom to remind of an update. */
final class RemindRequest extends Form
{
    public function rules(): array
    {
        return ['person' => ['required', 'string', Rule::exists('people', 'id')->whereNull('left_at')]];
    }
}
