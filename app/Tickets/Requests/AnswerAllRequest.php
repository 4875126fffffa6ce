<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;

/** What is sent to tell all who reported an incident the same. */
final class AnswerAllRequest extends Form
{
    public function rules(): array
    {
        return ['text' => ['required', 'string', 'max:2000'], 'anyway' => ['boolean']];
    }
}
