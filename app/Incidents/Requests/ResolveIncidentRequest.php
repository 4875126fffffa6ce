<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Incidents\Ending\Confirm;
use App\Platform\Http\Form;

/** What is sent to resolve an incident. */
final class ResolveIncidentRequest extends Form
{
    public function rules(): array
    {
        return [
            'resolution' => ['required', 'string', 'max:2000'], 'update' => ['required', 'string', 'max:2000'],
            'tried' => ['boolean'], 'word' => ['nullable', 'string', 'max:300'], 'check' => ['nullable', 'string', 'max:300'],
            'stay_open' => ['array', 'list', 'max:1000'], 'stay_open.*' => ['integer'],
            'under' => ['array', 'list', 'max:10000'], 'under.*' => ['integer'],
            'despite' => ['nullable', 'string', 'max:500'],
            'unconfirmed' => ['nullable', 'string', 'max:500'],
        ];
    }

    /** What confirms that it is over, in the words of whoever resolves it. */
    public function confirm(): Confirm
    {
        $input = $this->validated();
        $text = static fn(string $field): string => trim((string) ($input[$field] ?? ''));

        return new Confirm((bool) ($input['tried'] ?? false), $text('word'), $text('check'), $text('unconfirmed'));
    }

    /** @return list<int> incidents under it that do not end with it */
    public function stayOpen(): array
    {
        return array_values(array_map(intval(...), $this->validated()['stay_open'] ?? []));
    }

    /** @return list<int>|null incidents under it that were seen; null: it was not said */
    public function seenUnder(): ?array
    {
        return $this->has('under') ? array_values(array_map(intval(...), $this->validated()['under'] ?? [])) : null;
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'resolution.required' => 'Say what was done, for those who come after you.',
            'update.required' => 'Say in a sentence that it is over.',
        ];
    }
}
