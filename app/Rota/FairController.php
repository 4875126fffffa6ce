<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\CurrentPerson;
use App\Platform\Database\Locked;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Rota\Requests\KeepFairRotaRequest;
use App\Rota\Requests\ProposeFairRotaRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\Gate;
use Skarvo\Rota\Burden;
use Skarvo\Rota\Segment;
use Skarvo\Rota\TurnRules;

/** A rota evened out: proposed within rules, seen with what it changes, then kept. */
final class FairController
{
    public function propose(ProposeFairRotaRequest $request, Rota $rota): JsonResponse
    {
        $input = $request->validated();
        $names = Person::query()->pluck('name', 'id');
        $name = static fn(string $id): string => is_string($names[$id] ?? null) ? $names[$id] : $id;
        $found = FairRota::propose($rota, (int) $input['weeks'], new TurnRules((int) $input['rest'] * 3600, (bool) $input['weekends']));
        $told = static fn(Burden $burden): array => [...$burden->toArray(), 'name' => $name($burden->person)];

        return new JsonResponse([
            'changes' => array_map(
                static fn(array $c): array => [
                    'from' => $c['from'] * 1000, 'to' => $c['to'] * 1000, 'was' => $c['was'], 'is' => $c['is'],
                    'was_name' => $name($c['was']), 'is_name' => $name($c['is']),
                ],
                $found['changes'],
            ),
            'carried' => array_map($told, $found['carried']), 'before' => array_map($told, $found['before']),
            'after' => array_map($told, $found['after']), 'kept' => $found['kept'],
            'broken' => array_map($name, $found['broken']),
        ]);
    }

    public function keep(KeepFairRotaRequest $request, Rota $rota): RedirectResponse
    {
        $by = CurrentPerson::of($request);
        Gate::forUser($by)->authorize('arrange', Rota::class);
        $input = $request->validated();
        $changes = array_values(array_map(
            static fn(array $c): array => [
                'from' => intdiv((int) $c['from'], 1000), 'to' => intdiv((int) $c['to'], 1000), 'was' => (string) $c['was'],
                'is' => (string) $c['is'],
            ],
            $input['changes'],
        ));
        Once::for($request, static function () use ($rota, $changes, $by): void {
            Locked::again($rota);
            foreach ($changes as $change) {
                if (array_unique(array_map(
                    static fn(Segment $s): ?string => $s->person, $rota->planned($change['from'], $change['to'])->segments,
                )) !== [$change['was']]) {
                    throw Refused::because(
                        'The rota was changed meanwhile, so this proposal is about turns that are no longer so. Nothing was changed: propose anew.'
                    );
                }
            }
            ChangeRota::keepAll(
                $rota, array_map(static fn(array $c): array => ChangeRota::taking($c['from'], $c['to'], $c['is']), $changes),
                min([PHP_INT_MAX, ...array_column($changes, 'from')]), max([0, ...array_column($changes, 'to')]), $by,
                RotaEntry::RotaEvened,
            );
        });

        return back();
    }
}
