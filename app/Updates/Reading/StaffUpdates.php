<?php

declare(strict_types=1);

namespace App\Updates\Reading;

use App\Platform\CurrentPerson;
use App\Platform\Person;
use App\Rota\OnCallNow;
use App\Updates\Planned\PlannedWork;
use App\Updates\Planned\PublicPlanned;
use App\Updates\Told;
use App\Updates\Update;
use App\Updates\Versions\UpdateVersion;
use Carbon\CarbonImmutable;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Topology\State;
use Skarvo\Updates\Versions\Version;
use Skarvo\Value\Language;

/**
 * What staff read: how each incident stands of which people were told, what to do at the counter, and who is on call.
 *
 * @phpstan-type StaffWords array{language: value-of<Language>, text: string}
 * @phpstan-type StaffUpdate array{
 *     incident: int, ref: string, title: string, priority: int, update: int, number: int, stageWords: string,
 *     services: list<array{name: string, state: value-of<State>}>, places: list<string>, words: list<StaffWords>, counter: string|null,
 *     meanwhile: string|null,
 *     publishedAt: CarbonImmutable, nextAt: CarbonImmutable|null, resolvedAt: CarbonImmutable|null, mustRead: bool, isRead: bool,
 * }
 */
final class StaffUpdates
{
    private const PAST_HOURS = 24;

    public function __invoke(Request $request): Response
    {
        $me = CurrentPerson::of($request);

        return Inertia::render('Updates/StaffUpdates', [
            'open' => static fn(): array => self::lines(Told::open(), $me),
            'past' => static fn(): array => self::lines(Told::resolvedSince(now()->subHours(self::PAST_HOURS)), $me),
            'planned' => static fn(): array => array_map(static fn(PlannedWork $one): array => $one->toLine(), PublicPlanned::open()),
            'onCall' => static fn(): array => array_map(static fn(array $one): array => [
                'team' => $one['team'], 'name' => $one['name'], 'person' => $one['now']['person'] ?? null,
                'personName' => $one['now']['name'] ?? null,
                'until' => $one['now']['until'] ?? null,
            ], OnCallNow::teams()),
            'at' => static fn(): CarbonImmutable => now()->toImmutable(),
        ]);
    }

    /**
     * @param  list<Told>  $all
     * @return list<StaffUpdate>
     */
    private static function lines(array $all, Person $me): array
    {
        $latest = array_filter(array_map(static fn(Told $one): ?int => $one->last()?->id, $all));
        $mine = DB::table('update_reads')->where('person_id', $me->id)->whereIn('update_id', $latest)->get()->keyBy('update_id');
        $lines = [];
        foreach ($all as $told) {
            $update = $told->last();
            if ($update === null) {
                continue;
            }
            $incident = $told->incident;
            $read = $mine->get($update->id);
            $lines[] = [
                'incident' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title, 'priority' => $incident->priority,
                'update' => $update->id, 'number' => $update->number, 'stageWords' => $update->stage->words(),
                'services' => $update->services,
                'places' => $update->places, 'words' => self::words($update), 'counter' => $update->counter,
                'meanwhile' => $update->meanwhile,
                'publishedAt' => $update->published_at, 'nextAt' => $incident->isOpen() ? $update->next_at : null,
                'resolvedAt' => $incident->resolved_at,
                'mustRead' => $read !== null && $read->audience !== null, 'isRead' => $read !== null && $read->confirmed_at !== null,
            ];
        }

        return $lines;
    }

    /** @return list<StaffWords> the organisation's own language first */
    private static function words(Update $update): array
    {
        $own = UpdateVersion::own();
        $staff = $update->versions->where('version', Version::Staff);
        $first = $staff->firstWhere('language', $own);
        $words = [['language' => $own->value, 'text' => $first === null ? trim("$update->text $update->meanwhile") : $first->text]];
        foreach ($staff->where('language', '<>', $own) as $one) {
            $words[] = ['language' => $one->language->value, 'text' => $one->text];
        }

        return $words;
    }
}
