<?php

declare(strict_types=1);

namespace App\Rota\Requests;

/** What is sent to change who takes turns. */
final class SaveLayersRequest extends LayersRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'version' => ['required', 'integer']];
    }
}
