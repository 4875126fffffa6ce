<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Platform\Http\Form;

/** What is sent to save a policy. */
final class SavePolicyRequest extends Form
{
    public function rules(): array
    {
        return ['id' => ['nullable', 'integer'], 'version' => ['nullable', 'integer']];
    }
}
