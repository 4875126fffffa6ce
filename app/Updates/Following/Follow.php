<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Endpoint;
use App\Platform\Outbox\Outbox;
use App\Platform\Refused;
use App\Updates\UpdateEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Updates\Following\Channel;

/**
 * Following, from the first asking to leaving. Nobody is told anything until somebody who reads at the address has said yes, and
 * nobody learns by asking whether an address follows.
 */
final class Follow
{
    /**
     * An address is written to about itself once in so long, however often somebody asks: the first time again, the second, and from then
     * on.
     */
    private const ASKED_AGAIN_MINUTES = [10, 60, 1440];

    /** A text message costs: so many unknown numbers are asked in an hour, whoever asks. */
    private const MOST_TEXTS_AN_HOUR = 60;

    /** Somebody sits and waits for it. */
    private const ASKED_RANK = 4;

    /** What nobody confirms is forgotten. */
    public const CONFIRM_HOURS = 48;

    /** So many wait to be confirmed at once: no flood of addresses that somebody makes up. */
    private const MOST_WAITING = 20_000;

    /** What can be asked for from outside: chats and webhooks are the organisation's own to give. */
    public const OUTSIDE = [Channel::Mail, Channel::Text];

    /** @throws Refused where it cannot be kept, or not be sent */
    public static function ask(Wishes $wishes): void
    {
        if ($wishes->channel === Channel::Text && ! Endpoint::gateway('text')->isSet()) {
            throw Refused::because(__('follow.no_texts'), 'channel');
        }
        DB::transaction(static function () use ($wishes): void {
            $reach = Subscription::reachOf($wishes->channel, $wishes->address);
            $there = Subscription::query()->where('reach', $reach)->first();
            if ($wishes->channel === Channel::Text && self::textsAnHour() >= self::MOST_TEXTS_AN_HOUR) {
                throw Refused::because(__('follow.busy'), 'address');
            }
            if ($there === null) {
                if (Subscription::query()->whereNull('confirmed_at')->whereNull('ended_at')->count() >= self::MOST_WAITING) {
                    throw Refused::because(__('follow.busy'), 'address');
                }
                self::send(Subscription::query()->create([
                    ...$wishes->columns(), 'channel' => $wishes->channel, 'address' => $wishes->address, 'reach' => $reach,
                    'token' => Subscription::newToken(), 'asked_at' => now(),
                ]));

                return;
            }
            // Whoever is there already changes it by the address that they have: anybody can ask.
            if ($there->confirmed_at === null) {
                $there->update($wishes->columns());
            }
            $wait = self::ASKED_AGAIN_MINUTES[min($there->asks, count(self::ASKED_AGAIN_MINUTES)) - 1];
            if ($there->asked_at->isBefore(now()->subMinutes($wait))) {
                $there->update(['asked_at' => now(), 'asks' => $there->asks + 1]);
                self::send($there);
            }
        });
    }

    /** @throws Refused if they have left */
    public static function confirm(Subscription $one, ?Actor $by = null): void
    {
        DB::transaction(static function () use ($one, $by): void {
            Locked::again($one);
            self::mustBeThere($one);
            if ($one->isActive()) {
                return;
            }
            $isNew = $one->confirmed_at === null;
            $one->update(
                [
                    'confirmed_at' => $one->confirmed_at ?? now(), 'paused_at' => null, 'paused_why' => null, 'failures' => 0,
                    'version' => $one->version + 1,
                ]
            );
            Journal::write(
                $by ?? Actor::follower(), $isNew ? UpdateEntry::FollowerConfirmed : UpdateEntry::FollowerResumed,
                ['subscription', $one->id],
                ['channel' => $one->channel->value],
            );
        });
    }

    /** @throws Refused if they have left, or changed it elsewhere meanwhile */
    public static function change(Subscription $one, Wishes $wishes, int $version): void
    {
        DB::transaction(static function () use ($one, $wishes, $version): void {
            Locked::again($one);
            self::mustBeThere($one);
            if ($one->version !== $version) {
                throw Refused::because(__('follow.changed_meanwhile'), 'version');
            }
            $one->update([...$wishes->columns(), 'incident_id' => null, 'only_end' => false, 'version' => $version + 1]);
        });
    }

    /** Their address is forgotten at once; what they were sent stays as a count. Leaving twice changes nothing. */
    public static function leave(Subscription $one, ?Actor $by = null): void
    {
        DB::transaction(static function () use ($one, $by): void {
            Locked::again($one);
            if ($one->ended_at !== null) {
                return;
            }
            $one->update(
                ['ended_at' => now(), 'address' => '', 'reach' => "left $one->id", 'secret' => null, 'version' => $one->version + 1]
            );
            Journal::write(
                $by ?? Actor::follower(), UpdateEntry::FollowerLeft, ['subscription', $one->id], ['channel' => $one->channel->value],
            );
        });
    }

    /** @throws Refused */
    private static function mustBeThere(Subscription $one): void
    {
        if ($one->ended_at !== null) {
            throw Refused::because(__('follow.ended'));
        }
    }

    private static function textsAnHour(): int
    {
        return Subscription::query()->where('channel', Channel::Text)->whereNull('confirmed_at')->where('asked_at', '>', now()->subHour())
            ->count();
    }

    private static function send(Subscription $one): void
    {
        Outbox::put('follow', "follow-$one->id-{$one->asked_at->getTimestamp()}", ['subscription' => $one->id], now(), self::ASKED_RANK);
    }
}
