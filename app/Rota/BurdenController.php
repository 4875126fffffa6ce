<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\CurrentPerson;
use App\Platform\Given;
use App\Platform\Http\Asked;
use App\Platform\Once;
use App\Platform\Person;
use App\Rota\Contracts\CountsPages;
use App\Rota\Requests\StoreHolidaysRequest;
use Carbon\CarbonImmutable;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Rota\Burden;
use Skarvo\Time\Zone;

/** What being on call asked of each person in a quarter: whether turns are fair. Public holidays come as an iCalendar file. */
final class BurdenController
{
    public function show(Request $request): Response
    {
        $zone = config()->string('skarvo.time_zone');
        $asked = preg_match('/^(20\d\d)-([1-4])$/D', Asked::text($request, 'quarter'), $m) === 1
            ? CarbonImmutable::create((int) $m[1], (int) $m[2] * 3 - 2, 1, 0, 0, 0, $zone)
            : null;
        $from = ($asked ?? CarbonImmutable::instance(now())->setTimezone($zone))->startOfQuarter();
        $to = $from->addMonths(3);
        $names = Person::query()->pluck('name', 'id');
        $pages = [];
        foreach (Given::all(CountsPages::class) as $one) {
            $pages += $one->between($from, $to);
        }
        $holidays = Holidays::all();

        return Inertia::render('Rota/Fairness', [
            'quarter' => $from->year.'-'.$from->quarter, 'before' => $from->subMonths(3)->year.'-'.$from->subMonths(3)->quarter,
            'after' => $to->year.'-'.$to->quarter,
            'rotas' => Rota::query()->with('team')
                ->orderBy('name')->get()
                ->map(static function (Rota $rota) use ($from, $to, $holidays, $pages, $names): array {
                    $burdens = Burden::of(
                        $rota->between($from->getTimestamp(), $to->getTimestamp()), Zone::orUtc($rota->time_zone),
                        array_map(strval(...), array_keys($holidays)), $pages[$rota->team_id] ?? [],
                    );

                    return [
                        'id' => $rota->id, 'name' => $rota->name,
                        'people' => array_map(
                            static fn(Burden $burden): array => [
                                ...$burden->toArray(), 'name' => $names[$burden->person] ?? $burden->person,
                            ],
                            $burdens,
                        ),
                        'standOut' => (object) Burden::standOut($burdens),
                    ];
                }),
            'holidays' => array_filter(
                $holidays, static fn(string $date): bool => $date >= $from->format('Y-m-d') && $date < $to->format('Y-m-d'),
                ARRAY_FILTER_USE_KEY,
            ),
        ]);
    }

    public function storeHolidays(StoreHolidaysRequest $request): RedirectResponse
    {
        $request->validated();
        $file = $request->file('file');
        $text = $file instanceof UploadedFile ? (string) file_get_contents($file->getPathname()) : '';
        // Read before anything is written: others would wait meanwhile.
        $holidays = Holidays::read($text);
        $by = CurrentPerson::of($request);
        Once::for($request, static fn() => Holidays::keep($holidays, $by));

        return back();
    }
}
