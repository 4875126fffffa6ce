<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;
use App\Updates\Files\TakesFiles;

/** What is sent to answer a reporter, or to note something for the desk alone. */
final class AnswerTicketRequest extends Form
{
    use TakesFiles;

    public function rules(): array
    {
        return [
            'text' => ['required', 'string', 'max:4000'], 'internal' => ['required', 'boolean'], 'waits' => ['boolean'],
            ...self::fileRules(),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['text.required' => 'Write something first.', 'text.max' => 'Use 4,000 characters at most.', ...self::fileMessages()];
    }
}
