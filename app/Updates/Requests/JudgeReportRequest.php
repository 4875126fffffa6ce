<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;

/** What a reporter answers once it is over. */
final class JudgeReportRequest extends Form
{
    public function rules(): array
    {
        return ['helped' => ['required', 'boolean'], 'better' => ['nullable', 'string', 'max:1000']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['helped.required' => __('report.helped_required'), 'better.max' => __('report.too_long')];
    }

    public function helped(): bool
    {
        return (bool) $this->validated()['helped'];
    }

    public function better(): string
    {
        return trim((string) ($this->validated()['better'] ?? ''));
    }
}
