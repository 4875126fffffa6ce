<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Actor;
use App\Platform\Moment;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** Forgets what nobody confirmed, and those who waited for one incident that is over. */
final class KeepFollowers implements ClockPart
{
    private const LOOK_SECONDS = 300;

    private const AT_ONCE = 500;

    /** Until then it may turn out not to be over, and they hear of that. */
    private const OVER_DAYS = 7;

    private static int $looked = 0;

    public function name(): string
    {
        return 'kept-followers';
    }

    public function whileBroken(): string
    {
        return 'Addresses of followers who never confirmed, or whose incident is over, are kept for longer.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        if (abs(Moment::now() - self::$looked) < self::LOOK_SECONDS) {
            return 0;
        }
        $done = DB::transaction(static function () use ($mayWork): int {
            if (! $mayWork()) {
                return 0;
            }
            // Nothing was ever sent to them, but the question.
            $forgotten = Subscription::query()->whereNull('confirmed_at')->whereNull('ended_at')
                ->where('asked_at', '<', now()->subHours(Follow::CONFIRM_HOURS))->limit(self::AT_ONCE)->delete();
            $theirs = Subscription::query()->whereNull('ended_at')->whereNotNull('confirmed_at')->whereNotNull('incident_id');
            $theirs->whereIn('incident_id', self::over((clone $theirs)->distinct()->pluck('incident_id')));
            $also = DB::table('audience_changes')->where('is_added', true)->whereIn('subscription_id', (clone $theirs)->select('id'));
            $also->whereNotIn('incident_id', self::over((clone $also)->distinct()->pluck('incident_id')));
            $over = $theirs->whereNotIn('id', $also->select('subscription_id'))->orderBy('id')->limit(self::AT_ONCE)->get();
            foreach ($over as $one) {
                // They did not say that they want none of it.
                $one->update(['person_id' => null]);
                Follow::leave($one, Actor::system());
            }

            return (int) $forgotten + $over->count();
        });
        self::$looked = $done < self::AT_ONCE ? Moment::now() : 0;

        return $done;
    }

    /**
     * @param  Collection<array-key, mixed>  $incidents  ids
     * @return list<int> those of them that have been over for long: what was merged into another goes on there
     */
    private static function over(Collection $incidents): array
    {
        $goesOn = $incidents->mapWithKeys(static fn(mixed $id): array => [(int) $id => Incident::goesOnIn((int) $id)]);
        $over = Incident::query()->whereKey($goesOn->unique()->all())->where('resolved_at', '<', now()->subDays(self::OVER_DAYS))
            ->pluck('id')->map(static fn(mixed $id): int => (int) $id)->all();

        return array_values($goesOn->filter(static fn(int $id): bool => in_array($id, $over, true))->keys()->all());
    }
}
