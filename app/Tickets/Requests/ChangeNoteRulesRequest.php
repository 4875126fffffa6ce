<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Incidents\LinkKind;
use App\Platform\Http\Form;
use App\Tickets\Notes\NoteRules;
use Illuminate\Validation\Rule;

/**
 * What is sent to change where notes are seen besides.
 *
 * @phpstan-import-type NoteRule from NoteRules
 */
final class ChangeNoteRulesRequest extends Form
{
    public function rules(): array
    {
        return [
            'version' => ['required', 'integer'], 'rules' => ['required', 'array', 'list', 'max:'.(2 * count(LinkKind::cases()))],
            'rules.*.link' => ['required', Rule::enum(LinkKind::class)], 'rules.*.way' => ['required', Rule::in(['down', 'up'])],
            'rules.*.internal' => ['required', 'boolean'], 'rules.*.public' => ['required', 'boolean'],
            'rules.*.earlier' => ['required', 'boolean'],
        ];
    }

    /** @return list<NoteRule> */
    public function noteRules(): array
    {
        return array_values(array_map(static fn(array $one): array => [
            'link' => LinkKind::from($one['link'])->value, 'way' => $one['way'] === 'down' ? 'down' : 'up',
            'internal' => (bool) $one['internal'],
            'public' => (bool) $one['public'], 'earlier' => (bool) $one['earlier'],
        ], $this->validated()['rules']));
    }
}
