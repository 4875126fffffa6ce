<?php

declare(strict_types=1);

namespace App\Signals\Intake;

use App\Platform\CurrentPerson;
use App\Platform\Database\Sql;
use App\Platform\Moment;
use App\Platform\Once;
use App\Platform\Refused;
use App\Platform\Team;
use App\Signals\Intake\Requests\AddHeartbeatRequest;
use App\Signals\Intake\Requests\AddSourceRequest;
use App\Signals\Intake\Requests\GiveTokenRequest;
use App\Signals\Intake\Requests\TryMappingRequest;
use App\Signals\Intake\Requests\UpdateSourceRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Signals\Intake\Mapping;
use Skarvo\Signals\Level;
use Skarvo\Signals\Signal;

/** Who sends signals: tokens, mappings, limits, heartbeats, and what is wrong with each. */
final class SourcesController
{
    private const HOUR = 3600;

    /** A clock that is further off than this is told of. */
    private const CLOCK_OFF_SECONDS = 60;

    public function index(): Response
    {
        return Inertia::render(
            'Signals/Sources',
            ['sources' => fn() => self::sources(), 'teams' => fn() => Team::query()->orderBy('name')->get(['id', 'name'])],
        );
    }

    public function show(string $source): Response
    {
        $found = Source::query()->find($source);
        $isKnown = $found !== null || DB::table('source_minutes')->where('source', $source)->exists();
        abort_unless($isKnown, 404);

        return Inertia::render('Signals/Source', [
            'source' => fn(): array => [
                ...self::sources($source)[0],
                'mapping' => $found?->mapping === null
                    ? null
                    : json_encode(
                        (object) $found->mapping,
                        JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
                    ),
                'sample' => $found?->sample, 'version' => $found?->version, 'team' => $found?->team_id,
                'address' => url("/api/v1/sources/$source"),
            ],
            'token' => session('token'),
            'minutes' => fn() => DB::table('source_minutes')
                ->where('source', $source)->where('minute', '>=', Moment::now() - 6 * self::HOUR)->orderBy('minute')
                ->get(['minute', 'accepted', 'repeated', 'refused', 'turned_away', 'unmapped']),
            'errorsTold' => fn() => DB::table('source_errors')
                ->where('source', $source)->orderByDesc('id')->limit(20)->get()
                ->map(static fn(\stdClass $row): array => [
                    'id' => $row->id, 'at' => Moment::seconds($row->at) * 1000, 'what' => $row->what,
                ]),
            'unmapped' => fn() => DB::table('unmapped_payloads')
                ->where('source', $source)->whereNull('mapped_at')->orderByDesc('id')->limit(20)->get()
                ->map(static fn(\stdClass $row): array => [
                    'id' => $row->id, 'payload' => mb_substr($row->payload, 0, 20_000), 'why' => json_decode($row->why, true),
                    'at' => (int) $row->received_at * 1000,
                ]),
            'heartbeats' => fn() => DB::table('heartbeats')->where('source', $source)
                ->orderBy('id')->get()->map(static fn(\stdClass $row): array => [
                    'id' => $row->id, 'name' => $row->name, 'check' => $row->check, 'item' => $row->item,
                    'every' => intdiv((int) $row->every_seconds, 60), 'grace' => intdiv((int) $row->grace_seconds, 60),
                    'level' => $row->level,
                    'last_at' => $row->last_at === null ? null : (int) $row->last_at * 1000, 'silent' => (bool) $row->silent,
                ]),
            'teams' => fn() => Team::query()->orderBy('name')->get(['id', 'name']),
        ]);
    }

    public function store(AddSourceRequest $request, KeepSources $sources): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static fn() => $sources->add($input['id'], $input['name'], CurrentPerson::of($request)));

        return redirect('/sources/'.rawurlencode($input['id']));
    }

    public function update(UpdateSourceRequest $request, string $source, KeepSources $sources): RedirectResponse
    {
        $input = $request->validated();
        $mapping = null;
        if (trim((string) ($input['mapping'] ?? '')) !== '') {
            try {
                Mapping::read(Document::parse((string) $input['mapping']));
                $mapping = json_decode((string) $input['mapping'], true);
            } catch (BadInput $e) {
                throw Refused::because(($e->at === '' ? '' : "$e->at: ").$e->getMessage(), 'mapping');
            }
        }
        Once::for($request, static fn() => $sources->change($source, [
            'name' => $input['name'], 'per_minute' => isset($input['per_minute']) ? (int) $input['per_minute'] : null,
            'team_id' => $input['team'] ?? null, 'mapping' => $mapping, 'sample' => $input['sample'] ?? null,
        ], (int) ($input['version'] ?? 0), CurrentPerson::of($request)));

        return back();
    }

    /** A new token; the one before it no longer opens anything. It is shown once. */
    public function token(GiveTokenRequest $request, string $source, KeepSources $sources): RedirectResponse
    {
        $plain = bin2hex(random_bytes(20));
        $isNew = Once::for($request, static fn() => $sources->giveToken(
            $source, $plain, $request->seen(), CurrentPerson::of($request),
        ));

        return $isNew ? back()->with('token', $plain) : back();
    }

    /** What a mapping makes of a sample. */
    public function try(TryMappingRequest $request, string $source): JsonResponse
    {
        $input = $request->validated();
        try {
            $sample = json_decode($input['sample'], false, 64, JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            return new JsonResponse(
                ['error' => ['at' => 'sample', 'message' => 'The sample is not JSON: '.lcfirst($e->getMessage()).'.']], 422,
            );
        }
        try {
            $result = Mapping::read(Document::parse(
                trim((string) ($input['mapping'] ?? '')) === '' ? '{}' : (string) $input['mapping'],
            ))->map($sample, $source);
        } catch (BadInput $e) {
            return new JsonResponse(['error' => ['at' => $e->at, 'message' => $e->getMessage()]], 422);
        }
        $missing = $result['missing'];
        foreach ($result['signals'] as $i => $signal) {
            try {
                Signal::read($signal, Moment::now());
            } catch (BadInput $e) {
                $missing[] = ['entry' => $i, 'field' => ltrim($e->at, '/'), 'message' => $e->getMessage()];
            }
        }

        return new JsonResponse(['signals' => $result['signals'], 'missing' => $missing]);
    }

    public function again(Source $source, TakePayload $take): RedirectResponse
    {
        $result = $take->again($source);

        return back()->with('again', $result);
    }

    public function storeHeartbeat(AddHeartbeatRequest $request, string $source, Heartbeats $heartbeats): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static fn() => $heartbeats->expect(
            $source, $input['name'], $input['check'] ?? null, $input['item'] ?? null, (int) $input['every'] * 60,
            (int) ($input['grace'] ?? 0) * 60, Level::from($input['level']), CurrentPerson::of($request),
        ));

        return back();
    }

    public function dropHeartbeat(Request $request, string $source, int $heartbeat, Heartbeats $heartbeats): RedirectResponse
    {
        Once::for($request, static fn() => $heartbeats->drop($source, $heartbeat, CurrentPerson::of($request)));

        return back();
    }

    /** @return list<array<string, mixed>> */
    private static function sources(?string $only = null): array
    {
        $now = Moment::now();
        $known = Source::query()->when($only !== null, fn($query) => $query->whereKey($only))->get()->keyBy('id');
        $hour = DB::table('source_minutes')
            ->when($only !== null, fn($query) => $query->where('source', $only))
            ->where('minute', '>=', $now - self::HOUR)->groupBy('source')
            ->selectRaw(
                'source, sum(accepted + repeated) as came, sum(refused) as refused, sum(turned_away) as turned_away, sum(unmapped) as unmapped'
            )
                ->get()->keyBy('source');
        $last = DB::table('source_minutes')
            ->when($only !== null, fn($query) => $query->where('source', $only))->groupBy('source')
            ->selectRaw('source, max(coalesce(last_at, minute)) as last_at')->pluck('last_at', 'source');
        $off = DB::table('source_minutes')
            ->when($only !== null, fn($query) => $query->where('source', $only))
            ->where('minute', '>=', $now - self::HOUR)->whereNotNull('clock_off')->orderBy('minute')
            ->pluck('clock_off', 'source');
        $kept = DB::table('unmapped_payloads')
            ->when($only !== null, fn($query) => $query->where('source', $only))->whereNull('mapped_at')
            ->groupBy('source')->selectRaw('source, count(*) as many')->pluck('many', 'source');
        $silent = DB::table('heartbeats')
            ->when($only !== null, fn($query) => $query->where('source', $only))->groupBy('source')
            ->selectRaw('source, count(*) as many, '.Sql::count('silent').' as silent')->get()->keyBy('source');
        $names = $only !== null
            ? [$only]
            : array_values(array_unique([...$known->modelKeys(), ...$last->keys()->filter(static fn($name): bool => $name !== '')->all()]));
        sort($names);

        return array_map(static function (mixed $id) use ($known, $hour, $last, $off, $kept, $silent): array {
            $id = (string) $id;
            $source = $known->get($id);
            $counts = $hour->get($id);
            $clock = isset($off[$id]) ? (int) $off[$id] : null;

            return [
                'id' => $id, 'name' => $source->name ?? $id, 'token' => $source?->tokenMark() ?? '',
                'has_mapping' => $source?->mapping !== null, 'per_minute' => $source?->per_minute,
                'last_at' => isset($last[$id]) ? (int) $last[$id] * 1000 : null, 'hour' => (int) ($counts->came ?? 0),
                'refused' => (int) ($counts->refused ?? 0), 'turned_away' => (int) ($counts->turned_away ?? 0),
                'unmapped' => (int) ($kept[$id] ?? 0),
                'clock_off' => $clock !== null && abs($clock) > self::CLOCK_OFF_SECONDS ? $clock : null,
                'heartbeats' => (int) ($silent->get($id)->many ?? 0), 'silent' => (int) ($silent->get($id)->silent ?? 0),
            ];
        }, $names);
    }
}
