<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Platform\Http\Form;

/** What a gateway sends of a message that it took. */
final class DeliveryRequest extends Form
{
    public function rules(): array
    {
        return [
            'key' => ['required', 'string', 'max:100'], 'event' => ['required', 'in:delivered,failed,answered'],
            'why' => ['nullable', 'string', 'max:200'],
            'text' => ['nullable', 'string', 'max:4000'], 'digit' => ['nullable', 'string', 'max:2'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'key.*' => 'key: the Idempotency-Key that the message came with.',
            'event.*' => 'event: one of delivered, failed, answered.',
        ];
    }
}
