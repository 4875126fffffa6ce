<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Paging\Talk\MadeInto;
use App\Platform\Http\Form;
use Illuminate\Validation\Rule;

/** What is sent to make something of what was said. */
final class MakeOfMessageRequest extends Form
{
    public function rules(): array
    {
        return [
            'into' => ['required', Rule::enum(MadeInto::class)], 'team' => ['nullable', 'string', 'exists:teams,id'],
            'person' => ['nullable', 'string', 'exists:people,id'],
        ];
    }
}
