<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Contracts\ClockPart;
use App\Platform\Given;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Outbox\Outbox;
use App\Updates\Contracts\SpeaksUpdates;
use App\Updates\Update;
use App\Updates\UpdateEntry;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/**
 * Puts each update on its way to each of its followers: in parts, so that no page waits, and whatever breaks meanwhile, once.
 *
 * How far it came is written in the same transaction as what it put, so that nobody is forgotten or told twice.
 */
final class TellFollowers implements ClockPart
{
    /** In one transaction. */
    public const PART = 500;

    /** Of the outbox: what is urgent goes before what is not, and all of it after pages. */
    private const URGENT = 3;

    private const CALM = 6;

    /** A translator has so long; then it goes out as it was written. */
    private const TRANSLATION_SECONDS = 8;

    /** Called in the transaction in which it is published. */
    public static function of(Update $update): void
    {
        DB::table('tellings')->insert(['update_id' => $update->id]);
    }

    public function name(): string
    {
        return 'followers';
    }

    public function whileBroken(): string
    {
        return 'Followers are not told of updates.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        $done = 0;
        foreach (DB::table('tellings')->whereNull('ended_at')->orderBy('update_id')->pluck('update_id') as $id) {
            do {
                $read = DB::transaction(static fn(): int => $mayWork() ? self::part((int) $id) : 0);
                $done += $read;
            } while ($read === self::PART);
        }

        return $done;
    }

    /** @return int how many followers were looked at */
    private static function part(int $id): int
    {
        $telling = DB::table('tellings')->where('update_id', $id)->whereNull('ended_at')->first();
        $update = $telling === null ? null : Update::query()->find($id);
        if ($telling === null || $update === null) {
            return 0;
        }
        if ($telling->begun_at === null) {
            $incident = Incident::query()->findOrFail($update->incident_id);
            $situation = Situation::now();
            AnswerableHear::begin($incident, $situation);
            ItemFollowersHear::begin($incident, $situation);
            AudiencesHear::begin($update, $incident);
        }
        $some = Subscription::query()->active()->where('id', '>', $telling->upto)->orderBy('id')->limit(self::PART)->get()->keyBy('id');
        $told = self::put($update, $some->all());
        $isEnd = $some->count() < self::PART;
        $count = (int) $telling->count + $told;
        DB::table('tellings')->where('update_id', $id)->update([
            'begun_at' => $telling->begun_at ?? now(), 'upto' => $some->keys()->max() ?? $telling->upto, 'count' => $count,
            'ended_at' => $isEnd ? now() : null,
        ]);
        if ($isEnd && $count > 0) {
            Journal::write(
                Actor::system(), UpdateEntry::FollowersTold, ['incident', $update->incident_id],
                ['number' => $update->number, 'count' => $count], ['incident' => $update->incident_id],
            );
        }

        return $some->count();
    }

    /**
     * @param  list<string>  $languages
     * @return list<string> those of them into which it is being translated
     */
    private static function translatedSoon(Update $update, array $languages): array
    {
        return array_values(array_filter($languages, static fn(string $language): bool => array_filter(
            Given::all(SpeaksUpdates::class), static fn(SpeaksUpdates $one): bool => $one->isAtIt($update, $language),
        ) !== []));
    }

    /**
     * @param  array<array-key, Subscription>  $some  by id
     * @return int how many of them are told
     */
    private static function put(Update $update, array $some): int
    {
        $rows = [];
        $messages = [];
        $notice = Noticed::by($update);
        $slow = self::translatedSoon(
            $update, array_values(array_unique(array_map(static fn(Subscription $one): string => $one->language, $some)))
        );
        foreach (AudienceOf::of($notice, $some) as $id => $reasons) {
            $one = $some[$id];
            $due = $one->channel->isPersonal()
                ? CarbonImmutable::createFromTimestamp($one->calm()->due(now()->getTimestamp(), $notice->isUrgent))
                : now()->toImmutable();
            $isHeld = $due->isAfter(now());
            $due = $isHeld ? $due : now()->toImmutable()->addSeconds(in_array($one->language, $slow, true) ? self::TRANSLATION_SECONDS : 0);
            $rows[] = [
                'update_id' => $update->id, 'subscription_id' => $id, 'incident_id' => $update->incident_id,
                'reasons' => json_encode($reasons, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE), 'due_at' => Moment::precise($due),
            ];
            $messages[$one->channel->value][] = [
                'key' => "notice-$update->id-$id", 'due' => $due, 'rank' => $notice->isUrgent ? self::URGENT : self::CALM,
                // What waited for the same hour is read as one.
                'payload' => [
                    'update' => $update->id, 'subscription' => $id, ...($isHeld ? ['together' => "$id {$due->getTimestamp()}"] : []),
                ],
            ];
        }
        if ($rows !== []) {
            DB::table('deliveries')->insert($rows);
        }
        foreach ($messages as $channel => $list) {
            Outbox::putMany("notice-$channel", $list);
        }

        return count($rows);
    }
}
