<?php

declare(strict_types=1);

namespace App\Signals\Requests;

use App\Platform\Http\Form;

/** What is sent to do something with the alerts that are marked. */
class AlertsRequest extends Form
{
    public const MOST = 20_000;

    public function rules(): array
    {
        return ['alerts' => ['required', 'array', 'max:'.self::MOST], 'alerts.*' => ['integer']];
    }

    /** @return list<int> */
    public function alerts(): array
    {
        return array_values(array_map(intval(...), $this->validated()['alerts']));
    }
}
