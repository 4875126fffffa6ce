<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;

/** What is sent to open the conversation or the phone bridge of an incident. */
final class OpenTalkRequest extends Form
{
    public function rules(): array
    {
        return ['what' => ['required', Rule::in(['conversation', 'bridge'])]];
    }
}
