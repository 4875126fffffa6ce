<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Form;

/** What is sent to keep a rota that was proposed. */
final class KeepFairRotaRequest extends Form
{
    public function rules(): array
    {
        return [
            'changes' => ['required', 'array', 'min:1', 'max:500'], 'changes.*.from' => ['required', 'integer'],
            'changes.*.to' => ['required', 'integer', 'gt:changes.*.from'], 'changes.*.was' => ['required', 'string'],
            'changes.*.is' => ['required', 'string', 'exists:people,id'],
        ];
    }
}
