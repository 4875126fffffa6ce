<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Updates\Versions\Version;

/** Whether somebody who is signed in wants to hear of an incident. */
final class FollowOwnRequest extends Form
{
    public function rules(): array
    {
        return ['follow' => ['required', 'boolean'], 'reads' => ['nullable', Rule::enum(Version::class)]];
    }

    /** In whose words; null: as before. */
    public function reads(): ?Version
    {
        $reads = $this->validated()['reads'] ?? null;

        return is_string($reads) ? Version::from($reads) : null;
    }

    public function wants(): bool
    {
        return (bool) $this->validated()['follow'];
    }
}
