<?php

declare(strict_types=1);

namespace App\Platform\Http;

use App\Platform\Once;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rules\Unique;

/** What somebody sends, checked before an action begins. Who may send it stands at the route, or in a policy. */
abstract class Form extends FormRequest
{
    /** @return array<string, mixed> */
    abstract public function rules(): array;

    public function authorize(): bool
    {
        return true;
    }

    /**
     * Of the same request again, because no answer came, it is no trouble that what it makes is there: it made it.
     *
     * @return array<string, mixed>
     */
    protected function validationRules(): array
    {
        $rules = $this->rules();
        if (! Once::isDone($this)) {
            return $rules;
        }
        $isForNew = static fn(mixed $rule): bool => $rule instanceof Unique || (is_string($rule) && str_starts_with($rule, 'unique:'));

        return array_map(
            static fn(mixed $of): mixed => is_array($of)
                ? array_filter($of, static fn(mixed $rule): bool => ! $isForNew($rule))
                : $of,
            $rules,
        );
    }
}
