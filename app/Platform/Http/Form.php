<?php

declare(strict_types=1);

namespace App\Platform\Http;

use Illuminate\Foundation\Http\FormRequest;

/** What somebody sends, checked before an action begins. Who may send it stands at the route, or in a policy. */
abstract class Form extends FormRequest
{
    /** @return array<string, mixed> */
    abstract public function rules(): array;

    public function authorize(): bool
    {
        return true;
    }
}
