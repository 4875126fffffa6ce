<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Platform\Http\Form;

/** What is sent to answer a page in the room. */
final class AnswerInRoomRequest extends Form
{
    public function rules(): array
    {
        return [
            'page' => ['required', 'integer'], 'answer' => ['required', 'in:yes,no'], 'why' => ['nullable', 'string', 'max:500'],
        ];
    }
}
