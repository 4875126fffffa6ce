<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Form;

/** What is sent to change who takes turns. */
final class SaveLayersRequest extends Form
{
    public function rules(): array
    {
        return ['version' => ['required', 'integer']];
    }
}
