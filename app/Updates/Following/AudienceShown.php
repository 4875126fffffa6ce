<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Updates\NextUpdate;
use App\Updates\Update;
use App\Updates\Versions\UpdateVersion;
use Illuminate\Support\Facades\DB;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Following\Notice;
use Skarvo\Updates\Following\Reasons;
use Skarvo\Updates\Versions\Version;

/**
 * Who is told of an incident, for whoever tells them.
 *
 * @phpstan-import-type VersionLine from UpdateVersion
 * @phpstan-type ToldLine array{
 *     number: int, told: int, isWhole: bool, sent: int, arrived: int, waits: int, failed: int,
 *     errors: list<array{why: string, count: int}>,
 *     versions: list<VersionLine>,
 * }
 * @phpstan-type AudienceLine array{
 *     total: int, channels: array<value-of<Channel>, int>,
 *     some: list<array{id: int|null, channel: value-of<Channel>, address: string, why: string}>,
 *     silenced: list<array{id: int, channel: value-of<Channel>, address: string}>,
 *     updates: list<ToldLine>,
 * }
 */
final class AudienceShown
{
    private const SHOWN = 100;

    private const LATEST = 5;

    private const ERRORS = 3;

    /** @return AudienceLine */
    public static function of(Incident $incident): array
    {
        $situation = Situation::now();
        $next = array_column(NextUpdate::of($incident, $situation)['services'], 'name');
        $notice = Noticed::next($incident, $next);
        $audience = AudienceOf::all($notice);
        $channels = DB::table('subscriptions')->whereNull('ended_at')->pluck('channel', 'id');
        $unasked = self::unasked($incident, $situation, $notice, $audience);
        $counts = array_count_values(array_map(static fn(int $id): string => (string) ($channels[$id] ?? ''), array_keys($audience)));
        $by = [];
        foreach (Channel::cases() as $channel) {
            $count = ($counts[$channel->value] ?? 0) + ($channel === Channel::Mail ? count($unasked) : 0);
            $by += $count === 0 ? [] : [$channel->value => $count];
        }
        $some = array_slice($audience, 0, self::SHOWN, true);
        $rows = Subscription::query()->with('person')->whereKey(array_keys($some))->get()->keyBy('id');
        $all = Incident::mergedInto($incident->id);
        $byHand = DB::table('audience_changes')->whereIn('incident_id', $all)->where('is_added', true)->whereNotNull('why')
            ->pluck('why', 'subscription_id')
            ->map(static fn(mixed $one): string => (string) $one)->all();
        $silenced = Subscription::query()->whereNull('ended_at')->whereIn('id', DB::table('audience_changes')->whereIn('incident_id', $all)
            ->where('is_added', false)->select('subscription_id'))->orderBy('id')->limit(self::SHOWN)->get();

        return [
            'total' => count($audience) + count($unasked),
            'channels' => $by,
            'some' => [...$unasked, ...array_values(array_filter(array_map(static function (
                int $id, Reasons $why,
            ) use ($rows, $byHand): ?array {
                $one = $rows->get($id);

                return $one === null ? null : [
                    'id' => $id, 'channel' => $one->channel->value, 'address' => $one->hidden(),
                    'why' => self::why($why, $one, $byHand[$id] ?? null),
                ];
            }, array_keys($some), $some)))],
            'silenced' => array_values($silenced->map(static fn(Subscription $one): array => [
                'id' => $one->id, 'channel' => $one->channel->value, 'address' => $one->hidden(),
            ])->all()),
            'updates' => self::told($incident),
        ];
    }

    /**
     * @param  array<int, Reasons>  $audience
     * @return list<array{id: null, channel: 'mail', address: string, why: string}> who is told from now on without having asked
     */
    private static function unasked(Incident $incident, Situation $situation, Notice $notice, array $audience): array
    {
        $whom = [];
        foreach (AnswerableHear::whom($incident, $situation) as [$person, $why]) {
            $whom[$person->id] = [$person, [$why]];
        }
        foreach (ItemFollowersHear::whom($incident, $situation) as [$person, $why]) {
            $whom[$person->id] = [$person, [...$whom[$person->id][1] ?? [], $why]];
        }
        foreach (AudiencesHear::whom($incident, $notice) as [$person, $of]) {
            if (isset($whom[$person->id]) || ! (new FollowOwn($person))->hasSaid($incident)) {
                $whom[$person->id] = [$person, [...$whom[$person->id][1] ?? [], $of->name.($of->must_know ? ', must know' : '')]];
            }
        }
        $lines = [];
        foreach ($whom as [$person, $why]) {
            $own = Subscription::query()->where('reach', Subscription::reachOf(Channel::Mail, (string) $person->email))->value('id');
            if (! isset($audience[(int) $own])) {
                $lines[] = ['id' => null, 'channel' => 'mail', 'address' => (string) $person->name, 'why' => implode('; ', $why)];
            }
        }

        return $lines;
    }

    private static function why(Reasons $why, Subscription $one, ?string $byHand): string
    {
        $parts = [
            ...($why->services === [] ? [] : ['follows '.implode(', ', $why->services)]),
            ...($why->places === [] ? [] : ['at '.implode(', ', $why->places)]),
            ...($why->tier === null ? [] : ['follows what matters most']), ...($why->isAnything ? ['follows everything'] : []),
            ...($why->isThis && $byHand === null ? [$one->only_end ? 'wants to hear of its end' : 'follows this incident'] : []),
            ...($why->wasTold ? ['was told before'] : []), ...($why->isAdded ? [$byHand ?? 'was added'] : []),
        ];

        return (implode('; ', $parts) ?: 'follows a place, and none is named')
            .($one->words() === Version::Everybody ? '' : '; reads the words for '.lcfirst($one->words()->words()));
    }

    /** @return list<ToldLine> */
    public static function told(Incident $incident): array
    {
        $incidents = Incident::mergedInto($incident->id);
        $lines = [];
        foreach (
            Update::query()->with('versions')->whereIn('incident_id', $incidents)->latest('published_at')->latest('id')->limit(self::LATEST)
                ->get() as $update
        ) {
            $mine = DB::table('deliveries')->where('update_id', $update->id);
            $told = (clone $mine)->count();
            $sent = (clone $mine)->whereNotNull('sent_at')->whereNull('failed_at')->count();
            $failed = (clone $mine)->whereNotNull('failed_at')->count();
            $lines[] = [
                'versions' => array_values($update->versions->map(static fn(UpdateVersion $one): array => $one->toLine())->all()),
                'number' => $update->number, 'told' => $told, 'sent' => $sent,
                'arrived' => (clone $mine)->whereNotNull('arrived_at')->count(), 'failed' => $failed, 'waits' => $told - $sent - $failed,
                'isWhole' => DB::table('tellings')->where('update_id', $update->id)->whereNull('ended_at')->doesntExist(),
                'errors' => array_values((clone $mine)->whereNotNull('failed_at')->selectRaw('error, count(*) as number')->groupBy('error')
                    ->orderByDesc('number')->limit(self::ERRORS)->get()
                    ->map(static fn(\stdClass $row): array => ['why' => (string) $row->error, 'count' => (int) $row->number])->all()),
            ];
        }

        return $lines;
    }
}
