<?php

declare(strict_types=1);

namespace App\Changes\Requests;

use App\Platform\Http\Form;

/** Rules of changes that somebody tries before they take effect. */
final class TryRulesRequest extends Form
{
    public function rules(): array
    {
        return ['rules' => ['required', 'string', 'max:200000']];
    }
}
