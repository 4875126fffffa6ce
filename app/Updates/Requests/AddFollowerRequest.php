<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Updates\Following\Wishes;
use Illuminate\Validation\Rule;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Versions\Version;

/** A chat of ours, or the system of a partner, that is to be told of updates. */
final class AddFollowerRequest extends FollowRequest
{
    public function rules(): array
    {
        return [
            'channel' => ['required', Rule::in([Channel::Chat->value, Channel::Webhook->value])],
            'address' => ['required', 'string', 'max:500', 'regex:/^\S(?:.*\S)?$/D'], ...$this->wishes(),
            // What is known inside never goes to a partner.
            'reads' => ['nullable', Rule::enum(Version::class), 'prohibited_if:channel,'.Channel::Webhook->value],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...parent::messages(), 'address.required' => 'Say where the updates go.',
            'address.regex' => 'Write the address in one line, without a space before or after it.', 'channel.in' => 'A chat or a webhook.',
            'reads.prohibited_if' => 'A partner reads what everybody reads.',
        ];
    }

    /** In whose words. */
    public function reads(): Version
    {
        return Version::from((string) ($this->validated()['reads'] ?? Version::Everybody->value));
    }

    public function wanted(): Wishes
    {
        return $this->wish(Channel::from((string) $this->validated()['channel']), (string) $this->validated()['address']);
    }
}
