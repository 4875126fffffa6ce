<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Paging\CallController;
use App\Platform\Http\Form;

/** What is sent to call people. */
final class CallPeopleRequest extends Form
{
    public function rules(): array
    {
        return [
            'whom' => ['required', 'array', 'min:1', 'max:'.CallController::MOST], 'whom.*' => ['string'],
            'why' => ['required', 'string', 'max:500'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['whom.*' => 'Choose whom to call.', 'why.required' => 'Say in a few words why they are needed: it stands on their page.'];
    }
}
