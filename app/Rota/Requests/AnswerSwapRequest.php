<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Form;

/** What is sent to answer a swap request. */
final class AnswerSwapRequest extends Form
{
    public function rules(): array
    {
        return ['accept' => ['required', 'boolean']];
    }
}
