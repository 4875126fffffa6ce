<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Report;
use App\Incidents\Targets\Promised;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Tickets\Languages\TranslateUpdates;
use App\Tickets\Languages\Translation;
use App\Tickets\Languages\Translator;
use App\Tickets\Steps\TaskTickets;
use App\Updates\Contracts\TalksToReporters;
use App\Updates\Files\CheckedFile;
use App\Updates\Files\KeepFiles;
use App\Updates\Files\ReportFile;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\Targets\TargetHappeningKind;
use Skarvo\Tickets\TicketState;

/** What the reporter says on the page by which a report is followed, and reads there. */
final class HearReporter implements TalksToReporters
{
    private const WORDS = 200;

    /**
     * @param  bool  $isStill  it is said to be over, and does not work for them
     * @param  bool  $isMoreUrgent  than the desk takes it for
     * @param  string  $sendKey  the same for the same words, however often they come
     * @param  list<CheckedFile>  $files
     */
    public function __invoke(Report $report, string $text, bool $isStill, bool $isMoreUrgent, string $sendKey, array $files = []): void
    {
        DB::transaction(static function () use ($report, $text, $isStill, $isMoreUrgent, $sendKey, $files): void {
            $ticket = Ticket::query()->where('report_id', $report->id)->first();
            if ($ticket === null) {
                (new OpenTicket)->heard($report);
                $ticket = Ticket::query()->where('report_id', $report->id)->firstOrFail();
            }
            Locked::again($ticket);
            $key = "$ticket->id-$sendKey";
            if (TicketPost::query()->where('send_key', $key)->exists()) {
                return;
            }
            $by = Actor::reporter($report->name);
            $post = TicketPost::query()->create([
                'ticket_id' => $ticket->id, 'is_internal' => false, 'text' => $text, 'at' => now(), 'send_key' => $key,
            ]);
            Translator::toDesk($ticket, $post->id, $text);
            KeepFiles::of($report, $files, post: $post->id);
            $short = mb_substr($text, 0, self::WORDS);
            $also = ['report' => $report->id];
            Journal::write($by, TicketEntry::Said, $ticket->subject(), ['ref' => $ticket->ref(), 'text' => $short], $also);
            if ($isStill && $ticket->state === TicketState::Done) {
                $report->update(['resolved_at' => null]);
                $ticket->update(['closed_at' => null]);
                Promises::note($ticket, TargetHappeningKind::Reopened, name: Promised::RESTORE);
                Journal::write($by, TicketEntry::Reopened, $ticket->subject(), ['ref' => $ticket->ref()], $also);
            }
            if ($isMoreUrgent) {
                $ticket->update(['more_urgent' => $short]);
                Journal::write($by, TicketEntry::MoreUrgent, $ticket->subject(), ['ref' => $ticket->ref(), 'why' => $short], $also);
            }
            if ($ticket->state !== TicketState::Done || $isStill) {
                Promises::goesOn($ticket);
                // What nobody has looked at yet waits since it came.
                $ticket->update($ticket->state === TicketState::New ? [] : ['state' => TicketState::Ours, 'waits_since' => now()]);
                TaskTickets::followOwner($ticket);
            }
            Promises::setTimes($ticket);
        });
    }

    /** @return array{by: CarbonImmutable}|null that nobody at the desk is free, and by when there is an answer all the same */
    private static function busy(?Ticket $ticket): ?array
    {
        return $ticket?->state !== TicketState::New || $ticket->person_id !== null || $ticket->respond_by === null
            || $ticket->respond_by->isPast()
            || Promised::deskOpens() !== null || AtTheDesk::isAnybodyFree() ? null : ['by' => $ticket->respond_by];
    }

    public function follow(Report $report): array
    {
        $ticket = Ticket::query()->where('report_id', $report->id)->first();

        $translated = $ticket === null || $report->language === null ? []
            : Translation::query()->where('ticket_id', $ticket->id)->where('to', $report->language)->whereNotNull('text')
                ->pluck('text', 'post_id')->all();

        $files = ReportFile::byPost(ReportFile::query()->forReporter()->where('report_id', $report->id));

        return [
            'files' => $files[0] ?? [],
            'talk' => $ticket === null ? [] : $ticket->posts()->where('is_internal', false)->whereNotNull('text')->get()
                ->map(static fn(TicketPost $post): array => [
                    'id' => $post->id, 'mine' => $post->person_id === null, 'at' => $post->at,
                    // Each reads their own language; the original stays beside it.
                    'text' => $translated[$post->id] ?? $post->text, 'original' => isset($translated[$post->id]) ? $post->text : null,
                    'files' => $files[$post->id] ?? [],
                ])->all(),
            'busy' => self::busy($ticket),
            'toldInWords' => (object) ($report->incident_id === null || $report->language === null
                ? [] : TranslateUpdates::of($report->incident_id, $report->language)),
            'language' => $report->language, 'deskOpens' => Promised::deskOpens(),
            'linkedByItself' => $ticket?->linked_by_itself === true && $report->incident?->isOpen() === true,
            'waitsForYou' => $ticket?->state === TicketState::Theirs,
        ];
    }
}
