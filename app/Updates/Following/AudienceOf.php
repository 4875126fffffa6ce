<?php

declare(strict_types=1);

namespace App\Updates\Following;

use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Skarvo\Updates\Following\Audience;
use Skarvo\Updates\Following\Follower;
use Skarvo\Updates\Following\Notice;
use Skarvo\Updates\Following\Reasons;

/** Who of those who follow anything is told of an incident. */
final class AudienceOf
{
    private const PART = 1000;

    public static function count(Notice $notice): int
    {
        return count(self::all($notice));
    }

    /** @return array<int, Reasons> all who would be told, by id of what they follow */
    public static function all(Notice $notice): array
    {
        $all = [];
        Subscription::query()->active()->chunkById(self::PART, static function (Collection $some) use (&$all, $notice): void {
            $all += self::of($notice, $some->keyBy('id')->all());
        });

        return $all;
    }

    /**
     * @param  array<array-key, Subscription>  $some  by id
     * @return array<int, Reasons> by id
     */
    public static function of(Notice $notice, array $some): array
    {
        $ids = array_keys($some);
        $told = DB::table('deliveries')->whereIn('incident_id', $notice->incidents)->whereIn('subscription_id', $ids)->distinct()
            ->pluck('subscription_id')->map(intval(...))->all();
        $hand = DB::table('audience_changes')->whereIn('incident_id', $notice->incidents)->whereIn('subscription_id', $ids)
            ->pluck('is_added', 'subscription_id');
        $by = static fn(bool $isAdded): array => array_map(
            intval(...), array_keys($hand->filter(static fn(mixed $one): bool => (bool) $one === $isAdded)->all()),
        );

        return Audience::of(
            $notice, array_map(static fn(Subscription $one): Follower => $one->follower(), $some), array_values($told), $by(true),
            $by(false),
        );
    }
}
