<?php

declare(strict_types=1);

namespace App\Updates\Requests;

use App\Platform\Http\Form;
use App\Platform\Person;
use App\Topology\Item;
use App\Topology\OwnItems;
use App\Updates\Files\TakesFiles;
use App\Updates\NewReport;
use App\Updates\Questions;
use App\Updates\ReadersLanguage;
use Illuminate\Support\Str;
use Illuminate\Validation\Rule;
use Skarvo\Incidents\Others;
use Skarvo\Incidents\ReportersAnswers;
use Skarvo\Incidents\Stops;
use Skarvo\Incidents\Urgency;
use Skarvo\Incidents\WayIn;

/** What is sent to tell of a problem. */
final class TellReportRequest extends Form
{
    use TakesFiles;

    public function rules(): array
    {
        return [
            // Missing where they do not know what it is called.
            'service' => ['nullable', 'string', Rule::exists('items', 'id')->where('kind', Item::SERVICE)->whereNotNull('public_name')],
            'what' => ['required', 'string', 'max:2000'],
            'site' => ['nullable', 'string', 'max:100'],
            'name' => ['nullable', 'string', 'max:100'],
            'email' => ['nullable', 'email', 'max:200'],
            'same' => ['nullable', 'integer'],
            'stops' => ['nullable', Rule::enum(Stops::class)],
            'others' => ['nullable', Rule::enum(Others::class)],
            'waits' => ['nullable', Rule::enum(Urgency::class)],
            'answered' => ['nullable', 'array', 'max:'.Questions::MOST], 'answered.*' => ['nullable', 'string', 'max:300'],
            'device' => ['nullable', 'string', Rule::in($this->devices())],
            'language' => ['nullable', Rule::in(ReadersLanguage::ALL)],
            'send_key' => ['nullable', 'string', 'max:64'], ...self::fileRules(),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'service.exists' => __('report.service_exists'), 'device.in' => __('report.device_in'),
            'what.required' => __('report.what_required'),
            'email.email' => __('report.email_email'), ...self::fileMessages(),
            ...array_fill_keys(['what.max', 'site.max', 'name.max', 'email.max', 'answered.*.max'], __('report.too_long')),
        ];
    }

    /** @return list<string> own ones of whoever is signed in: nobody names another's */
    private function devices(): array
    {
        $person = $this->user();

        return $person instanceof Person ? array_values(array_map(strval(...), OwnItems::of((string) $person->email)->modelKeys())) : [];
    }

    public function told(WayIn $way = WayIn::Form): NewReport
    {
        $input = $this->validated();
        $text = static fn(string $name): ?string =>
            isset($input[$name]) && is_string($input[$name]) && trim($input[$name]) !== '' ? trim($input[$name]) : null;

        return new NewReport(
            $text('service'), (string) $input['what'], $text('site'), $text('name'), $text('email'),
            isset($input['same']) ? (int) $input['same'] : null, $text('send_key') ?? Str::random(32), $way,
            new ReportersAnswers(
                Stops::tryFrom($text('stops') ?? ''), Others::tryFrom($text('others') ?? ''), Urgency::tryFrom($text('waits') ?? ''),
            ),
            (array) ($input['answered'] ?? []), $this->checkedFiles(), $text('language'), $text('device'),
        );
    }
}
