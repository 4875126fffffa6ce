<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use App\Topology\Item;
use Illuminate\Validation\Rule;
use Skarvo\Updates\Versions\Version;

/** Who is told of what without asking. */
final class KeepAudienceRequest extends Form
{
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80'], 'version' => ['nullable', 'integer'],
            'people' => ['present', 'array', 'max:500'],
            'people.*' => ['required', 'string', 'distinct', Rule::exists('people', 'id')->whereNull('left_at')],
            'teams' => ['present', 'array', 'max:100', Rule::when($this->isEmptyOf('people'), 'min:1')],
            'teams.*' => ['required', 'string', 'distinct', Rule::exists('teams', 'id')],
            'priority' => ['nullable', 'integer', 'min:1', 'max:4'], 'tier' => ['nullable', 'integer', 'min:1', 'max:'.Item::LOWEST_TIER],
            'services' => ['present', 'array', 'max:100'],
            'services.*' => ['required', 'string', 'distinct', Rule::exists('items', 'public_name')->where('kind', Item::SERVICE)],
            'places' => ['present', 'array', 'max:200'], 'places.*' => ['required', 'string', 'distinct', Rule::exists('items', 'site')],
            'reports' => ['nullable', 'integer', 'min:1', 'max:1000000'], 'reads' => ['required', Rule::enum(Version::class)],
            'mustKnow' => ['required', 'boolean'],
            'every' => ['nullable', 'integer', 'min:5', 'max:1440'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'teams.min' => 'Choose people, or a team.', 'every.min' => 'Leave at least 5 minutes between two updates.',
            'name.required' => 'Say what the audience is called.',
        ];
    }

    /** @return array<string, mixed> */
    public function columns(): array
    {
        $input = $this->validated();

        return [
            'name' => trim((string) $input['name']), 'people' => array_values((array) $input['people']),
            'teams' => array_values((array) $input['teams']),
            'priority' => $input['priority'] ?? null, 'tier' => $input['tier'] ?? null,
            'services' => array_values((array) $input['services']),
            'places' => array_values((array) $input['places']), 'reports' => $input['reports'] ?? null, 'reads' => $input['reads'],
            'must_know' => (bool) $input['mustKnow'], 'every_minutes' => $input['every'] ?? null,
        ];
    }

    private function isEmptyOf(string $name): bool
    {
        return in_array($this->input($name), [null, []], true);
    }
}
