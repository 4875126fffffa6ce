<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;

/** Whether a follower is told of an incident, whatever they follow. */
final class ChangeAudienceRequest extends Form
{
    public function rules(): array
    {
        return ['follower' => ['required', 'integer', 'min:1'], 'told' => ['required', 'boolean']];
    }

    public function subscription(): int
    {
        return (int) $this->validated()['follower'];
    }

    public function isAdded(): bool
    {
        return (bool) $this->validated()['told'];
    }
}
