<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use App\Updates\Checking\OutsideWords;
use Illuminate\Validation\Validator;

/**
 * What is sent to change the words that are not said to outsiders.
 *
 * @phpstan-import-type OutsideWord from OutsideWords
 */
final class ChangeOutsideWordsRequest extends Form
{
    public function rules(): array
    {
        return [
            'version' => ['required', 'integer'],
            'words' => ['present', 'array', 'max:'.OutsideWords::MOST], 'words.*' => ['array'],
            'words.*.word' => ['required', 'string', 'min:2', 'max:60'], 'words.*.instead' => ['nullable', 'string', 'max:120'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'words.*.word.required' => 'Write the word, or remove its row.', 'words.*.word.min' => 'One letter stands in every text.',
            'words.max' => OutsideWords::MOST.' words at most.',
        ];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [static function (Validator $validator): void {
            $words = $validator->getData()['words'] ?? null;
            $low = array_map(
                static fn(mixed $one): string => is_array($one) && is_string($one['word'] ?? null) ? mb_strtolower(trim($one['word'])) : '',
                is_array($words) ? $words : [],
            );
            $low = array_filter($low, static fn(string $word): bool => $word !== '');
            foreach (array_diff_assoc($low, array_unique($low)) as $i => $word) {
                $validator->errors()->add("words.$i.word", "\"$word\" stands here twice.");
            }
        }];
    }

    /** @return list<OutsideWord> */
    public function words(): array
    {
        return array_values(array_map(static fn(array $one): array => [
            'word' => trim((string) $one['word']), 'instead' => trim((string) ($one['instead'] ?? '')),
        ], (array) $this->validated()['words']));
    }
}
