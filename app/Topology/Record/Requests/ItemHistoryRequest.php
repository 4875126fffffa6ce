<?php

declare(strict_types=1);

namespace App\Topology\Record\Requests;

use App\Platform\Http\Form;

/** From which day to which the history of an item is asked for. */
final class ItemHistoryRequest extends Form
{
    public function rules(): array
    {
        return [
            'from' => ['nullable', 'date_format:Y-m-d'], 'to' => ['nullable', 'date_format:Y-m-d', 'after_or_equal:from'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'from.date_format' => 'Write days such as 2026-03-01.', 'to.date_format' => 'Write days such as 2026-03-01.',
            'to.after_or_equal' => 'It has to end after it begins.',
        ];
    }
}
