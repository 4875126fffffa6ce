<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use App\Platform\Refused;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Two people swap turns: one asks, the other answers. Call it inside a transaction. */
final class SwapTurns
{
    /**
     * @param  array<string, mixed>  $override  the swap as an exception of the rota
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch
     *
     * @throws Refused if it would change nothing, was asked already, or nobody is there to answer
     */
    public function ask(Rota $rota, array $override, int $from, int $to, Person $by, Person $other, string $why): void
    {
        if ($other->left_at !== null) {
            throw Refused::because("$other->name has left. Ask somebody else.", 'with');
        }
        $isAsked = DB::table('rota_swaps')->where('state', 'asked')->where(
            ['rota_id' => $rota->id, 'asker_id' => $by->id, 'asked_id' => $other->id, 'from_at' => $from, 'to_at' => $to],
        )->exists();
        if ($isAsked) {
            throw Refused::because("You have asked $other->name for these already, and wait for an answer.", 'with');
        }
        $effect = ChangeRota::effect($rota, $override, $from, $to);
        if ($effect === []) {
            throw Refused::because('Neither of you is on call then: there is nothing to swap.', 'with');
        }
        DB::table('rota_swaps')->insert([
            'rota_id' => $rota->id, 'asker_id' => $by->id, 'asked_id' => $other->id, 'from_at' => $from, 'to_at' => $to,
            'why' => $why, 'at' => Moment::precise(now()),
        ]);
        Journal::write(
            Actor::person($by), RotaEntry::RotaSwapAsked, ['rota', $rota->id], ['rota' => $rota->name, 'with' => $other->id],
        );
        Outbox::put(
            'mail', "swap-$rota->id-".Str::uuid()->toString(),
            [
                'to' => $other->email, 'subject' => "$by->name asks you to swap turns",
                'text' => "$by->name asks you to swap turns on $rota->name:\n\n"
                    .implode("\n", ChangeRota::words($rota->time_zone, $effect))
                    ."\n\nTimes are those of $rota->time_zone.".($why === '' ? '' : "\n\nWhy: $why")
                    ."\n\nLook at it and answer: ".url("/on-call/$rota->id")."\n",
            ],
            now(),
        );
    }

    /**
     * Whoever is asked accepts or declines; whoever asked can withdraw.
     *
     * @throws Refused if it was answered meanwhile, is somebody else's to answer, or would change nothing any more
     */
    public function answer(int $swap, bool $accepts, Person $by): void
    {
        $row = DB::table('rota_swaps')->where('id', $swap)->where('state', 'asked')->first();
        if ($row === null) {
            throw Refused::because('This swap was answered or withdrawn meanwhile.');
        }
        $isAsked = $row->asked_id === $by->id;
        if (! $isAsked && ! ($row->asker_id === $by->id && ! $accepts)) {
            throw Refused::because('Only whoever is asked can accept.');
        }
        // Who was on call stays as it was.
        [$from, $to] = [max(now()->getTimestamp(), (int) $row->from_at), (int) $row->to_at];
        if ($accepts && $to <= $from) {
            throw Refused::because('Those turns are over: there is nothing to swap any more.');
        }
        DB::table('rota_swaps')
            ->where('id', $swap)
            ->update([
                'state' => $accepts ? 'accepted' : ($isAsked ? 'declined' : 'withdrawn'),
                'answered_at' => Moment::precise(now()),
            ]);
        $rota = Rota::query()->whereKey($row->rota_id)->firstOrFail();
        if (! $accepts) {
            Journal::write(
                Actor::person($by), $isAsked ? RotaEntry::RotaSwapDeclined : RotaEntry::RotaSwapWithdrawn, ['rota', $rota->id],
                ['rota' => $rota->name],
            );
            self::tellNo($rota, $row, $by);
        } elseif (! ChangeRota::keep(
            $rota, ChangeRota::swapping($from, $to, $row->asker_id, $row->asked_id), $from, $to, $by, RotaEntry::RotaSwapped,
        )) {
            throw Refused::because('The rota changed since: neither of you is on call then any more.');
        }
    }

    /** Of two who wait for each other one has left. */
    public function lapse(Person $left, Person $by): void
    {
        $open = DB::table('rota_swaps')->where('state', 'asked')
            ->where(static fn($any) => $any->where('asker_id', $left->id)->orWhere('asked_id', $left->id))->orderBy('id')->get();
        foreach ($open as $row) {
            DB::table('rota_swaps')->where('id', $row->id)
                ->update(['state' => 'lapsed', 'answered_at' => Moment::precise(now())]);
            $rota = Rota::query()->whereKey($row->rota_id)->firstOrFail();
            Journal::write(
                Actor::person($by), RotaEntry::RotaSwapLapsed, ['rota', $rota->id], ['rota' => $rota->name, 'person' => $left->id],
            );
            if ((int) $row->to_at > Moment::now()) {
                self::tellNo($rota, $row, $left, 'has left, and swaps no turns with you');
            }
        }
    }

    /** Whoever waits for an answer, or was asked for one, hears that it comes to nothing: of a yes they hear what changed. */
    private static function tellNo(Rota $rota, \stdClass $row, Person $by, ?string $says = null): void
    {
        $isAsked = $row->asked_id === $by->id;
        $other = Person::query()->whereNull('left_at')->find((string) ($isAsked ? $row->asker_id : $row->asked_id));
        if ($other === null) {
            return;
        }
        $zone = new \DateTimeZone($rota->time_zone);
        $when = static fn(int $at): string => (new \DateTimeImmutable("@$at"))->setTimezone($zone)->format('D j M H:i');
        $says ??= $isAsked ? 'does not swap turns with you' : 'no longer asks you to swap turns';
        Outbox::put('mail', "swap-no-$row->id", [
            'to' => $other->email, 'subject' => "$by->name $says",
            'text' => "$by->name $says on $rota->name, from {$when((int) $row->from_at)} to {$when((int) $row->to_at)}. The turns stay as they are."
                ."\n\nTimes are those of $rota->time_zone.\n\n".url("/on-call/$rota->id")."\n",
        ], now());
    }
}
