<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What is sent to take a task, with who had it as was seen. */
final class TakeTaskRequest extends Form
{
    public function rules(): array
    {
        return ['whose' => ['nullable', 'string', 'max:200']];
    }

    /** @return string|null id of who had it, empty: nobody; null: it was not said */
    public function whose(): ?string
    {
        return $this->has('whose') ? (string) ($this->validated()['whose'] ?? '') : null;
    }
}
