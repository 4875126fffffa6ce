<?php

declare(strict_types=1);

namespace App\Signals\Tuning\Requests;

use App\Platform\Http\Form;

/** What is sent to save rules that a proposal made. */
final class SaveFewerRequest extends Form
{
    public function rules(): array
    {
        return ['version' => ['required', 'integer'], 'rule' => ['required', 'string', 'max:4000']];
    }
}
