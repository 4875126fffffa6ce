<?php

declare(strict_types=1);

namespace App\Signals\Intake\Requests;

use App\Platform\Http\Form;
use Illuminate\Validation\Rule;
use Skarvo\Signals\Level;

/** What is sent to add a heartbeat. */
final class AddHeartbeatRequest extends Form
{
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:120'], 'check' => ['nullable', 'string', 'max:100'],
            'item' => ['nullable', 'string', 'max:128'], 'every' => ['required', 'integer', 'min:1', 'max:10080'],
            'grace' => ['nullable', 'integer', 'min:0', 'max:1440'], 'level' => ['required', Rule::enum(Level::class)],
        ];
    }
}
