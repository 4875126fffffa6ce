<?php

declare(strict_types=1);

namespace App\Topology\Exchange\Requests;

use App\Platform\Http\Form;

/** What is sent to undo an import. */
final class UndoImportRequest extends Form
{
    public function rules(): array
    {
        return ['why' => ['required', 'string', 'max:500']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['why.required' => 'Say why it is undone.'];
    }
}
