<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;

/** That somebody has an update before them, or says that they have read it. */
final class ReadRequest extends Form
{
    public function rules(): array
    {
        return ['confirmed' => ['required', 'boolean']];
    }

    public function isConfirmed(): bool
    {
        return (bool) $this->validated()['confirmed'];
    }
}
