<?php

declare(strict_types=1);

namespace App\Topology\Scan\Requests;

use App\Platform\Http\Form;

/** What is sent to accept a connection that was seen. */
final class AcceptProposalRequest extends Form
{
    public function rules(): array
    {
        return ['relation' => ['required', 'string', 'exists:relations,id'], 'always' => ['boolean']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['relation.*' => 'Choose how the one needs the other.'];
    }
}
