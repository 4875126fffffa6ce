<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;

/** What people are told of planned work besides what follows from the trace. */
final class AnnounceWorkRequest extends Form
{
    public function rules(): array
    {
        return ['before' => ['nullable', 'string', 'max:500'], 'despite' => ['nullable', 'string', 'max:500']];
    }
}
