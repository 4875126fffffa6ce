<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;
use App\Topology\Item;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Urgency;
use Skarvo\Tickets\TicketKind;

/** What is sent to correct a ticket. */
final class CorrectTicketRequest extends Form
{
    public function rules(): array
    {
        return [
            'version' => ['required', 'integer'], 'kind' => ['required', Rule::enum(TicketKind::class)->except(TicketKind::Task)],
            'service' => ['nullable', 'string', Rule::exists('items', 'id')->where('kind', Item::SERVICE)],
            'item' => ['nullable', 'string', 'max:128', 'exists:items,id'], 'place' => ['nullable', 'string', 'max:100'],
            'impact' => ['required', Rule::enum(Impact::class)], 'urgency' => ['required', Rule::enum(Urgency::class)],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'service.exists' => 'This service is not in the estate any more. Choose another.',
            'item.exists' => 'This item is not in the estate any more. Choose another.',
        ];
    }
}
