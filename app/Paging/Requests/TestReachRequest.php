<?php

declare(strict_types=1);

namespace App\Paging\Requests;

use App\Platform\Http\Form;

/** What is sent to test how somebody is reached. */
final class TestReachRequest extends Form
{
    public function rules(): array
    {
        return ['channel' => ['nullable', 'string']];
    }
}
