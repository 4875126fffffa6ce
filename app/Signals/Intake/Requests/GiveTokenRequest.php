<?php

declare(strict_types=1);

namespace App\Signals\Intake\Requests;

use App\Platform\Http\Form;

/** What is sent to make a token, with the one that there was as was seen. */
final class GiveTokenRequest extends Form
{
    public function rules(): array
    {
        return ['seen' => ['nullable', 'string', 'max:64']];
    }

    /** @return string|null the mark of the token that there was, empty: none; null: it was not said */
    public function seen(): ?string
    {
        return $this->has('seen') ? (string) ($this->validated()['seen'] ?? '') : null;
    }
}
