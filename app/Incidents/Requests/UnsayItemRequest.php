<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to take back what was said of an item. */
final class UnsayItemRequest extends Form
{
    public function rules(): array
    {
        return ['item' => ['required', 'string', 'max:128']];
    }
}
