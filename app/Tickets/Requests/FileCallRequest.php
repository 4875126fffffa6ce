<?php

declare(strict_types=1);

namespace App\Tickets\Requests;

use App\Platform\Http\Form;
use App\Topology\Item;
use App\Updates\NewReport;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\WayIn;

/** What is filed of a call. */
final class FileCallRequest extends Form
{
    public function rules(): array
    {
        return [
            'text' => ['required', 'string', 'max:2000'], 'name' => ['nullable', 'string', 'max:100'],
            'email' => ['nullable', 'email', 'max:200'],
            'service' => ['nullable', 'string', Rule::exists('items', 'id')->where('kind', Item::SERVICE)],
            'place' => ['nullable', 'string', 'max:100'],
            'incident' => ['nullable', 'integer', 'exists:incidents,id'],
            'answer' => ['nullable', 'string', 'max:4000', 'required_if_accepted:solved'],
            'solved' => ['boolean'], 'send_key' => ['required', 'string', 'max:64'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'text.required' => 'Type what the caller says.',
            'email.email' => 'This does not look like a mail address. Correct it, or leave it empty.',
            'service.exists' => 'This service is not in the estate any more. Choose another.',
            'answer.required_if_accepted' => 'Write what you told the caller: it is the last word on the ticket.',
        ];
    }

    public function told(): NewReport
    {
        return new NewReport(
            $this->text('service'), (string) $this->validated()['text'], $this->text('place'), $this->text('name'),
            $this->text('email'), null,
            'phone-'.$this->validated()['send_key'], WayIn::Phone,
        );
    }

    public function answer(): string
    {
        return (string) $this->text('answer');
    }

    public function isSolved(): bool
    {
        return (bool) ($this->validated()['solved'] ?? false);
    }

    private function text(string $name): ?string
    {
        $value = $this->validated()[$name] ?? null;

        return is_string($value) && trim($value) !== '' ? trim($value) : null;
    }
}
