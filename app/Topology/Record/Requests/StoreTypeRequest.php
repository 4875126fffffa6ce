<?php

declare(strict_types=1);

namespace App\Topology\Record\Requests;

use App\Platform\Http\Form;

/** What is sent to save a type of items. */
final class StoreTypeRequest extends Form
{
    public function rules(): array
    {
        return ['type' => ['required', 'array'], 'version' => ['nullable', 'integer']];
    }
}
