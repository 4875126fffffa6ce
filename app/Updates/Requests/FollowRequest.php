<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use App\Platform\WallClock;
use App\Topology\Item;
use App\Updates\Following\Follow;
use App\Updates\Following\Wishes;
use App\Updates\ReadersLanguage;
use Illuminate\Validation\Rule;
use Skarvo\Time\LocalTime;
use Skarvo\Updates\Following\About;
use Skarvo\Updates\Following\Channel;

/** What somebody wants to follow, where, and when they want to hear of it. */
class FollowRequest extends Form
{
    public const MOST = 20;

    /** A telephone number as E.164 has it. */
    private const TELEPHONE = '/^\+[1-9][0-9]{6,14}$/D';

    public function rules(): array
    {
        return [
            'channel' => ['required', Rule::in(array_map(static fn(Channel $one): string => $one->value, Follow::OUTSIDE))],
            'address' => $this->input('channel') === Channel::Text->value
                ? ['required', 'string', 'regex:'.self::TELEPHONE]
                : ['required', 'string', 'email', 'max:200'],
            ...$this->wishes(),
        ];
    }

    /** @return array<string, mixed> */
    protected function wishes(): array
    {
        $time = static function (string $name, mixed $value, \Closure $fail): void {
            if (! is_string($value) || LocalTime::secondsOfDay($value) === null || $value === '24:00') {
                $fail(__('follow.time'));
            }
        };

        return [
            'language' => ['nullable', Rule::in(ReadersLanguage::ALL)],
            'services' => ['nullable', 'array', 'max:200'],
            'services.*' => ['string', Rule::exists('items', 'public_name')->where('kind', Item::SERVICE)],
            'places' => ['nullable', 'array', 'max:'.self::MOST], 'places.*' => ['string', 'max:100', 'regex:/[\pL\pN]/u'],
            'main' => ['nullable', 'boolean'], 'about' => ['nullable', Rule::enum(About::class)],
            'zone' => ['nullable', Rule::in(\DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC))],
            'quiet_from' => ['nullable', 'required_with:quiet_until', $time],
            'quiet_until' => ['nullable', 'required_with:quiet_from', 'different:quiet_from', $time],
            'digest_at' => ['nullable', $time],
        ];
    }

    protected function prepareForValidation(): void
    {
        $address = $this->input('address');
        if ($this->input('channel') === Channel::Text->value && is_string($address)) {
            $this->merge(['address' => (string) preg_replace('/[\s().\/-]+/', '', $address)]);
        }
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'address.required' => __('follow.address_required'), 'address.email' => __('report.address_email'),
            'address.regex' => __('follow.telephone'),
            'address.max' => __('report.too_long'), 'channel.required' => __('follow.channel'), 'channel.in' => __('follow.channel'),
            'services.*.exists' => __('follow.service'), 'places.max' => __('follow.places', ['most' => self::MOST]),
            'places.*.max' => __('report.too_long'), 'places.*.regex' => __('follow.place'),
            'quiet_from.required_with' => __('follow.quiet'), 'quiet_until.required_with' => __('follow.quiet'),
            'quiet_until.different' => __('follow.quiet_same'),
        ];
    }

    public function wanted(): Wishes
    {
        $input = $this->validated();

        return $this->wish(Channel::from((string) $input['channel']), (string) $input['address']);
    }

    protected function wish(Channel $channel, string $address): Wishes
    {
        $input = $this->validated();
        $seconds = static fn(string $name): ?int => is_string($input[$name] ?? null) ? LocalTime::secondsOfDay($input[$name]) : null;
        $texts = static fn(string $name): array => array_values(array_unique(array_map(
            static fn(mixed $one): string => trim(is_string($one) ? $one : ''), (array) ($input[$name] ?? []),
        )));

        return new Wishes(
            $channel, $address, (string) ($input['language'] ?? 'en'), (string) ($input['zone'] ?? WallClock::organisation()),
            $texts('services'),
            $texts('places'), ($input['main'] ?? false) ? 1 : null, null, $seconds('quiet_from'), $seconds('quiet_until'),
            $seconds('digest_at'),
            About::from((string) ($input['about'] ?? About::All->value)),
        );
    }
}
