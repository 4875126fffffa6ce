<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\LinkReport;
use App\Incidents\Report;
use App\Platform\Http\Asked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Topology\Item;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Validation\Rule;
use Inertia\Inertia;
use Inertia\Response;

/** Somebody outside tells of a problem, once, and hears when it is over. */
final class ReportController
{
    public function create(Request $request): Response
    {
        return Inertia::render('Updates/Report', [
            'services' => Item::query()->where('kind', Item::SERVICE)->whereNotNull('public_name')->orderBy('public_name')->get()
                ->unique('public_name')->map(fn(Item $item): array => ['id' => $item->id, 'name' => $item->public_name])->values(),
            // Where everything of ours stands is not for outsiders: they say in their own words where they are.
            'sites' => $request->user() === null ? [] : Item::query()->whereNotNull('site')->distinct()->orderBy('site')->pluck('site'),
            'known' => [
                ...array_filter(
                    array_map(self::known(...), Told::of(Incident::query()->whereNull('resolved_at')->get())),
                    static fn(array $known): bool => $known['services'] !== [],
                ),
                ...self::lookedInto(),
            ],
            'service' => Asked::text($request, 'service'),
        ]);
    }

    public function store(Request $request): RedirectResponse
    {
        $input = $this->checked($request);

        return redirect()->route('report.follow', self::tell($input)->key());
    }

    /** `POST /api/v1/reports`: the same for another system, such as a terminal's own desk. */
    public function accept(Request $request): JsonResponse
    {
        $report = self::tell($this->checked($request));

        return new JsonResponse(['ref' => $report->ref(), 'follow' => route('report.follow', $report->key())], 201);
    }

    public function follow(string $token): Response
    {
        $report = (Report::byKey($token) ?? abort(404))->load(['service', 'incident']);

        return Inertia::render('Updates/ReportFollow', [
            'report' => [
                ...$report->summed(), 'service' => $report->service->public_name ?? $report->service->name ?? '',
                'unlinked' => $report->wasUnlinked(),
            ],
            'known' => $report->incident_id !== null
                || $report->resolved_at !== null
                    ? []
                    : array_values(array_column(
                        array_filter(
                            array_map(self::known(...), Told::open()),
                            static fn(array $known): bool => in_array($report->service->public_name ?? null, $known['services'], true),
                        ),
                        'text',
                    )),
            'updates' => $report->incident === null ? [] : Told::of(new Collection([$report->incident]))[0]->summed(),
        ]);
    }

    /** @return array{service: string, what: string, site: ?string, name: ?string, email: ?string, same: ?int, send_key: string} */
    private function checked(Request $request): array
    {
        $input = $request->validate([
            'service' => ['required', 'string', Rule::exists('items', 'id')->where('kind', Item::SERVICE)->whereNotNull('public_name')],
            'what' => ['required', 'string', 'max:2000'],
            'site' => ['nullable', 'string', 'max:100'],
            'name' => ['nullable', 'string', 'max:100'],
            'email' => ['nullable', 'email', 'max:200'],
            'same' => ['nullable', 'integer'],
            'send_key' => ['nullable', 'string', 'max:64'],
        ],
            [
                'service.required' => 'Choose what does not work.', 'service.exists' => 'Choose one of the services in the list.',
                'what.required' => 'Say in a few words what happens.',
                'email.email' => 'This does not look like a mail address. Correct it, or leave it empty.',
            ]);
        $text = static fn(string $name): ?string =>
            isset($input[$name]) && is_string($input[$name]) && trim($input[$name]) !== '' ? trim($input[$name]) : null;

        return [
            'service' => (string) $input['service'], 'what' => (string) $input['what'], 'site' => $text('site'),
            'name' => $text('name'), 'email' => $text('email'),
            'same' => isset($input['same']) ? (int) $input['same'] : null,
            'send_key' => $text('send_key') ?? Str::random(32),
        ];
    }

    /** @param  array{service: string, what: string, site: ?string, name: ?string, email: ?string, same: ?int, send_key: string}  $input */
    private static function tell(array $input): Report
    {
        return DB::transaction(static function () use ($input): Report {
            $present = Report::query()->where('send_key', $input['send_key'])->first();
            if ($present !== null) {
                return $present;
            }
            $report = Report::query()->create([
                'token' => Str::random(Report::TOKEN_LENGTH), 'service_id' => $input['service'], 'site' => $input['site'],
                'what' => $input['what'],
                'name' => $input['name'], 'email' => $input['email'], 'told_at' => now(), 'send_key' => $input['send_key'],
            ])->refresh();
            Journal::write(
                Actor::reporter($input['name']), IncidentEntry::ReportReceived, ['report', $report->id],
                ['what' => mb_substr($input['what'], 0, 120), 'where' => $input['site'] === null ? [] : [$input['site']]],
            );

            // Of a problem that the public knows, and that is about this service: the reporter says so, and follows it.
            $told = array_values(array_filter(
                Told::open(), static fn(Told $told): bool => $told->incident->id === $input['same'],
            ))[0] ?? null;
            if ($told !== null && in_array(Item::query()->find($input['service'])?->public_name, self::known($told)['services'], true)) {
                LinkReport::to($report, $told->incident, Actor::reporter($input['name']));
            }

            return $report->refresh();
        });
    }

    /** @return list<array{services: list<string>, incident: null, text: string, since: string|null}> what was admitted before anybody knew what it is */
    private static function lookedInto(): array
    {
        return array_values(array_map(
            static fn(array $doubt): array => [
                'incident' => null, 'services' => [$doubt['name']], 'text' => PublicStates::admission($doubt['name']),
                'since' => $doubt['since'],
            ],
            array_filter(PublicStates::doubtful(), static fn(array $doubt): bool => $doubt['admitted'] === true),
        ));
    }

    /** @return array{services: list<string>, incident: int|null, text: string, since: mixed} what a reporter may see of an incident that is known */
    private static function known(Told $told): array
    {
        $last = $told->last();
        $own = $told->incident->service_id === null ? null : Item::query()->find($told->incident->service_id)?->public_name;

        return [
            'services' => array_values(array_unique(array_filter([$own, ...array_column($last->services ?? [], 'name')]))),
            'incident' => $last === null ? null : $told->incident->id,
            'text' => $last->text ?? 'We know about a problem with this service and are working on it.',
            'since' => $told->incident->started_at,
        ];
    }
}
