<?php

declare(strict_types=1);

namespace App\Changes;

use App\Changes\Approval\Approving;
use App\Changes\Approval\ChangeApproval;
use App\Changes\Rules\StoredRules;
use App\Platform\Contracts\Decisions;
use App\Platform\CurrentPerson;
use App\Platform\Person;
use Carbon\CarbonImmutable;
use Illuminate\Http\Request;
use Skarvo\Changes\ChangeState;

/**
 * Changes that wait for the answer of whoever looks at the first screen.
 *
 * @phpstan-type ApprovalLine array{id: int, ref: string, title: string, kind: string, from: CarbonImmutable, round: int}
 */
final class ChangesToDecide implements Decisions
{
    private const LOOKED_AT = 500;

    public function decisions(Request $request, ?CarbonImmutable $from, ?CarbonImmutable $to): array
    {
        $reader = CurrentPerson::of($request);

        return ['approvals' => static fn(): array => self::of($reader)];
    }

    /** @return list<ApprovalLine> the soonest first */
    private static function of(Person $reader): array
    {
        $waiting = Change::query()->where('state', ChangeState::Asked)->orderBy('from_at')->limit(self::LOOKED_AT)
            ->with(['approval', 'approval.answers'])->get();

        $standIns = StoredRules::now()->rules->standIns;

        // Of many that wait few can concern somebody; only of those is it worked out whether they have a say now.
        return array_values($waiting->filter(static fn(Change $one): bool => $one->approval?->mayConcern($reader->id, $standIns) === true)
            ->filter(
                static fn(Change $one): bool => $one->approval instanceof ChangeApproval && Approving::maySpeak($one->approval, $reader)
            )
            ->map(static fn(Change $one): array => [
                'id' => $one->id, 'ref' => $one->ref(), 'title' => $one->title, 'kind' => $one->kind->value, 'from' => $one->from_at,
                'round' => $one->approval->round ?? 0,
            ])->all());
    }
}
