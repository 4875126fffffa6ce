<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Form;

/** What is sent to give a turn back. */
final class GiveBackTurnRequest extends Form
{
    public function rules(): array
    {
        return ['override' => ['required', 'string', 'size:16'], 'why' => ['nullable', 'string', 'max:300']];
    }
}
