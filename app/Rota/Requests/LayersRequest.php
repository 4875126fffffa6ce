<?php

declare(strict_types=1);

namespace App\Rota\Requests;

use App\Platform\Http\Form;

/** The layers of a rota, as they are being typed. What is in them is checked by the core, which says what is wrong where. */
class LayersRequest extends Form
{
    public function rules(): array
    {
        return ['layers' => ['present', 'array', 'max:20']];
    }

    /** @return list<array<array-key, mixed>> a field that is left empty is not there, as the contract has it */
    public function layers(): array
    {
        return array_values(array_map(
            static fn(mixed $layer): array => is_array($layer) ? array_filter(
                $layer, static fn(mixed $value): bool => $value !== null && $value !== '',
            ) : [],
            $this->validated()['layers'],
        ));
    }
}
