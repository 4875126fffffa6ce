<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use App\Updates\Versions\GlossaryWords;
use Illuminate\Validation\Validator;
use Skarvo\Value\Language;

/**
 * What is sent to change names and phrases in other languages.
 *
 * @phpstan-import-type GlossaryRow from GlossaryWords
 */
final class ChangeGlossaryRequest extends Form
{
    public function rules(): array
    {
        return [
            'version' => ['required', 'integer'], 'rows' => ['present', 'array', 'max:'.GlossaryWords::MOST], 'rows.*' => ['array'],
            'rows.*.phrase' => ['required', 'string', 'max:1000'],
            'rows.*.in' => ['present', 'array:'.implode(',', array_column(Language::cases(), 'value'))],
            'rows.*.in.*' => ['nullable', 'string', 'max:1000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'rows.*.phrase.required' => 'Write the name or phrase, or drop its row.', 'rows.max' => GlossaryWords::MOST.' rows at most.',
        ];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [static function (Validator $validator): void {
            $rows = $validator->getData()['rows'] ?? null;
            $low = array_filter(array_map(
                static fn(mixed $one): string => is_array($one) && is_string($one['phrase'] ?? null)
                    ? mb_strtolower(trim($one['phrase']))
                    : '',
                is_array($rows) ? $rows : [],
            ), static fn(string $phrase): bool => $phrase !== '');
            foreach (array_diff_assoc($low, array_unique($low)) as $i => $phrase) {
                $validator->errors()->add("rows.$i.phrase", "\"$phrase\" stands here twice.");
            }
        }];
    }

    /** @return list<GlossaryRow> */
    public function rows(): array
    {
        return array_values(array_map(static fn(array $one): array => [
            'phrase' => trim((string) $one['phrase']),
            'in' => array_filter(
                array_map(static fn(mixed $words): string => trim((string) $words), $one['in']),
                static fn(string $words): bool => $words !== '',
            ),
        ], (array) $this->validated()['rows']));
    }
}
