<?php

declare(strict_types=1);

namespace App\Updates\Planned;

use App\Platform\Person;
use App\Topology\Answerable;
use App\Topology\Item;
use App\Updates\Following\Subscription;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Planned\PlanStage;

/** Who is told of planned work: those who follow what it takes down, and those who answer for it. */
final class PlannedAudience
{
    private const PART = 1000;

    /** Who answers for a service reads of it at the address of their account. */
    private const ROLES = ['business_owner', 'delivery_manager'];

    /**
     * @return array{channels: array<value-of<Channel>, int>, owners: list<string>} how many would be told now, by how they are reached, and
     *      the names of those who answer for it
     */
    public static function ahead(PlannedWork $work): array
    {
        $notice = $work->notice();
        $channels = [];
        Subscription::query()->active()->chunkById(self::PART, static function (Collection $some) use (&$channels, $notice): void {
            foreach ($some as $one) {
                if ($one->follower()->interest->in($notice) !== null) {
                    $channels[$one->channel->value] = ($channels[$one->channel->value] ?? 0) + 1;
                }
            }
        });
        ksort($channels);

        return [
            'channels' => $channels,
            'owners' => array_values(self::owners($work, PlanStage::Announced)->map(static fn(Person $one): string => $one->name)->all()),
        ];
    }

    /** @return Collection<int, Person> who answers for what it takes down, without those who hear of it as ones who follow */
    public static function owners(PlannedWork $work, PlanStage $stage): Collection
    {
        $services = Item::query()->where('kind', Item::SERVICE)->whereIn('public_name', $work->names())->pluck('id')->map(strval(...))
            ->all();
        $owners = array_column(
            array_filter(Answerable::of(array_values($services), self::ROLES)['who'], static fn(array $one): bool => ! $one['isTeam']), 'id'
        );
        // Whoever hears of it as one who follows is not told twice; who follows other things is.
        $notice = $work->notice();
        $told = DB::table('planned_deliveries')->where('planned_id', $work->id ?? 0)->distinct()->pluck('subscription_id')->all();
        $follow = Subscription::query()->active()->whereIn('person_id', $owners)->get()
            ->filter(
                static fn(Subscription $one): bool => in_array($one->id, $told, true)
                || (! $stage->isEnd() && $one->follower()->interest->in($notice) !== null)
            )
            ->pluck('person_id')->all();

        return Person::query()->whereKey(array_diff($owners, $follow))->whereNull('left_at')->where('email', '<>', '')->orderBy('name')
            ->get();
    }
}
