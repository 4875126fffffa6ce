<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;
use App\Tickets\Ticket;
use Illuminate\Database\Eloquent\Collection;

/** What is sent to do something with the tickets that are marked. */
class TicketsRequest extends Form
{
    private const MOST = 500;

    public function rules(): array
    {
        return ['tickets' => ['required', 'array', 'max:'.self::MOST], 'tickets.*' => ['integer']];
    }

    /** @return string|null what was sent of a ticket in a list beside the tickets; null: nothing */
    final protected function beside(string $list, Ticket $ticket): ?string
    {
        $input = $this->validated();
        $at = array_search($ticket->id, array_map(intval(...), array_values($input['tickets'])), true);
        $sent = array_values($input[$list] ?? []);

        return $at === false || ! array_key_exists($at, $sent) ? null : (string) $sent[$at];
    }

    /** @return Collection<int, Ticket> in order, so that two people who mark alike do not wait for each other */
    public function tickets(): Collection
    {
        return Ticket::query()->with(Ticket::NEEDS)->whereKey(array_map(intval(...), $this->validated()['tickets']))->orderBy('id')->get();
    }
}
