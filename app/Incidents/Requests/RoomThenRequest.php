<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** Of which moment the room is asked for, in milliseconds since the epoch. */
final class RoomThenRequest extends Form
{
    /** The end of the year 9999. */
    private const LAST = 253_402_300_799_999;

    public function rules(): array
    {
        return ['at' => ['required', 'integer', 'between:0,'.self::LAST]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['at.*' => 'Use a moment, in milliseconds since 1970.'];
    }
}
