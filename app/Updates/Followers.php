<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\Turn;
use App\Incidents\TurnKind;
use App\Platform\Outbox\Outbox;
use App\Platform\Refused;
use Illuminate\Support\Facades\DB;

/** Who only wants to hear when an incident is over, and reports nothing: one mail, and they follow nothing any more. */
final class Followers implements HasConsequences
{
    /** As many as one incident is followed by: no flood of addresses that somebody makes up. */
    private const MOST = 5000;

    /** @throws Refused where outsiders know of no such incident */
    public static function add(int $incident, string $email): void
    {
        DB::transaction(static function () use ($incident, $email): void {
            $told = array_filter(Told::open(), static fn(Told $one): bool => $one->incident->id === $incident);
            if ($told === []) {
                throw Refused::because(__('report.over'), 'email');
            }
            if (DB::table('followers')->where('incident_id', $incident)->count() < self::MOST) {
                DB::table('followers')->insertOrIgnore(['incident_id' => $incident, 'email' => mb_strtolower($email), 'at' => now()]);
            }
        });
    }

    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        if ($turn->kind === TurnKind::Merged && $turn->into !== null) {
            $into = $turn->into->id;

            return new Foreseen(static fn(): array => [], static function () use ($incident, $into): void {
                $there = DB::table('followers')->where('incident_id', $into)->select('email');
                DB::table('followers')->where('incident_id', $incident->id)->whereIn('email', $there)->delete();
                DB::table('followers')->where('incident_id', $incident->id)->update(['incident_id' => $into]);
            });
        }
        if ($turn->kind !== TurnKind::Resolved) {
            return null;
        }

        return new Foreseen(
            static fn(): array => ['followers' => DB::table('followers')->where('incident_id', $incident->id)->count()],
            static function () use ($incident, $turn): void {
                foreach (DB::table('followers')->where('incident_id', $incident->id)->orderBy('id')->pluck('email', 'id') as $id => $email) {
                    Outbox::put('mail', "follower-$id", [
                        'to' => (string) $email, 'subject' => 'It is over', 'about' => ['incident' => $incident->id],
                        'text' => "Hello,\n\nyou asked to be told when this is over:\n\n$turn->public\n\nIf it still does not work for you: "
                            .route('report')."\nThis is the only message that you get about it.\n",
                    ], now());
                }
                DB::table('followers')->where('incident_id', $incident->id)->delete();
            },
        );
    }
}
