<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Form;

/** What is sent to make the address of a calendar. */
final class MakeFeedRequest extends Form
{
    public function rules(): array
    {
        return [
            'kind' => ['required', 'in:person,rota'],
            'rota' => ['required_if:kind,rota', 'nullable', 'string', 'exists:rotas,id'],
        ];
    }
}
