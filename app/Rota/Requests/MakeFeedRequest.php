<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Given;
use App\Platform\Http\Form;
use App\Rota\Contracts\FillsCalendar;
use Illuminate\Validation\Rule;

/** What is sent to make the address of a calendar. */
final class MakeFeedRequest extends Form
{
    public function rules(): array
    {
        return [
            'kind' => [
                'required',
                Rule::in(
                    [
                        'person', 'rota',
                        ...array_map(static fn(FillsCalendar $one): string => $one->kind(), Given::all(FillsCalendar::class)),
                    ]
                ),
            ],
            'rota' => ['required_if:kind,rota', 'nullable', 'string', 'exists:rotas,id'],
        ];
    }
}
