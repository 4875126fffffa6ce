<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Report;
use App\Platform\Contracts\CanWait;
use App\Platform\Journal\Journal;
use App\Platform\Look;
use App\Platform\Moment;
use Illuminate\Support\Facades\DB;

/** Looks at tickets whenever one came or something became of an incident: where they belong, and whether there is a surge. */
final class LookAtTickets implements CanWait
{
    /** A surge also ends by nothing happening. */
    private const LOOK_SECONDS = 60;

    private const TICKETS = ['report.', 'ticket.'];

    private const INCIDENTS = ['incident.', 'alert.attached', 'alert.detached'];

    private static int $seen = -1;

    private static int $looked = 0;

    /** For a process that goes on with another database. */
    public static function forget(): void
    {
        [self::$seen, self::$looked] = [-1, 0];
    }

    public function name(): string
    {
        return 'tickets';
    }

    public function waitsSeconds(): float
    {
        // While incidents are declared one after the other, each look asks anew where all open tickets belong.
        return 5.0;
    }

    public function whileBroken(): string
    {
        return 'It is not said where new reports belong, and a surge of them is not noticed.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        $head = Journal::head();
        // A database that was taken back begins anew.
        $seen = self::$seen > $head ? -1 : self::$seen;
        $isTime = abs(Moment::now() - self::$looked) >= self::LOOK_SECONDS;
        $ofIncidents = $isTime || $head > $seen && self::isNews($seen, self::INCIDENTS);
        if (! $ofIncidents && ! ($head > $seen && self::isNews($seen, self::TICKETS))) {
            self::$seen = $head;

            return 0;
        }

        $opened = self::openMissing($mayWork);
        $guesses = Look::during(static fn(): array => Guesses::workOut($ofIncidents));

        return $opened + DB::transaction(static function () use ($mayWork, $head, $guesses, $isTime): int {
            if (! $mayWork()) {
                return 0;
            }
            $done = ($isTime ? ForgetReporter::old() : 0) + Guesses::keep($guesses) + LinkBeyondDoubt::all() + FindSurges::look();
            self::$seen = $head;
            self::$looked = $isTime ? Moment::now() : self::$looked;

            return $done;
        });
    }

    /** Reports that came from elsewhere, such as the beginning of the demonstration. */
    private static function openMissing(\Closure $mayWork): int
    {
        $missing = Report::query()->whereNotIn('id', Ticket::query()->whereNotNull('report_id')->select('report_id'))->orderBy('id')->get();

        return $missing->isEmpty() ? 0 : DB::transaction(static function () use ($missing, $mayWork): int {
            if (! $mayWork()) {
                return 0;
            }
            $missing->each((new OpenTicket)->heard(...));

            return $missing->count();
        });
    }

    /** @param  list<string>  $kinds */
    private static function isNews(int $seen, array $kinds): bool
    {
        return DB::table('journal')->where('seq', '>', $seen)->where(static function ($query) use ($kinds): void {
            foreach ($kinds as $kind) {
                $query->orWhere('kind', 'like', "$kind%");
            }
        })->exists();
    }
}
