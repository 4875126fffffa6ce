<?php

declare(strict_types=1);

namespace App\Tickets\WaysIn;

use App\Incidents\Report;
use App\Platform\Refused;
use App\Tickets\HearReporter;
use App\Tickets\Languages\Translator;
use App\Tickets\TellReporter;
use App\Tickets\Ticket;
use App\Tickets\TicketPost;
use App\Updates\Files\CheckedFile;
use App\Updates\NewReport;
use App\Updates\TakeReport;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\WayIn;
use Skarvo\Tickets\Mail\MailReply;
use Skarvo\Tickets\Phrase;
use Skarvo\Tickets\TicketState;
use Skarvo\Updates\Files\Limits;

/**
 * A mail becomes a ticket, or goes on with the one that it answers. What a machine wrote becomes none, and is never
 * answered; what comes again is the same; two who write the same are two.
 */
final readonly class TakeMail
{
    /** So long are the words of a report; the rest of a longer mail follows in the conversation. */
    private const WORDS = 2000;

    private const POST = 4000;

    /** Confirmations to one address in an hour: two machines that do not say so soon fall silent. */
    private const CONFIRMED = 5;

    public function __construct(private TakeReport $take, private HearReporter $hear) {}

    /** @return Report|null null where a machine wrote it */
    public function __invoke(IncomingMail $mail): ?Report
    {
        if ($mail->isAutomatic) {
            return null;
        }

        // Pictures are drawn anew before the database is held.
        [$files, $refused] = self::checked($mail);
        if ($mail->isCut) {
            $refused[] = 'what it says beyond its first '.number_format(ReadMail::TEXT).' characters';
        }

        return DB::transaction(function () use ($mail, $files, $refused): Report {
            $said = "$mail->from\n$mail->subject\n$mail->text";
            $report = CameIn::before(WayIn::Mail, $mail->id, $said);
            if ($report === null) {
                $report = $this->answered($mail);
                $report === null ? $report = $this->file($mail, $files) : $this->goOn($report, $mail, $files);
                self::noteRefused($report, $refused);
                CameIn::keep(WayIn::Mail, $mail->id, $said, $report);
            }

            return $report;
        });
    }

    /** @return Report|null the one that it answers */
    private function answered(IncomingMail $mail): ?Report
    {
        foreach ($mail->answers as $id) {
            if (($report = Report::byMailKey(explode('.', $id, 2)[0])) !== null) {
                return $report;
            }
        }
        // Who answers in a new mail is known by the reference and by the address that the report has.
        if (preg_match('/\bRE-0*(\d{1,9})\b/', $mail->subject, $found) === 1) {
            return Report::query()->whereKey((int) $found[1])->whereRaw('lower(email) = ?', [$mail->from])->first();
        }

        return null;
    }

    /** @param  list<CheckedFile>  $files */
    private function file(IncomingMail $mail, array $files): Report
    {
        $subject = trim((string) preg_replace('/^((re|sv|aw|fw|fwd|vs)\s*:\s*)+/iu', '', $mail->subject));
        $text = trim($subject === '' || str_starts_with($mail->text, $subject) ? $mail->text : "$subject\n$mail->text");
        $text = $text === '' ? 'An empty mail' : $text;
        $report = ($this->take)(new NewReport(
            null, mb_substr($text, 0, self::WORDS), null, $mail->name === null ? null : mb_substr($mail->name, 0, 100), $mail->from, null,
            'mail-'.substr(hash('sha256', $mail->id), 0, 50), WayIn::Mail, files: $files,
        ));
        $ticket = Ticket::query()->where('report_id', $report->id)->firstOrFail();
        self::followOn($ticket, mb_substr($text, self::WORDS));
        $lately = Report::query()->where('email', $mail->from)->where('way', WayIn::Mail)->where('told_at', '>', now()->subHour())->count();
        if ($lately <= self::CONFIRMED) {
            TellReporter::put(
                $ticket, "confirm-$report->id", Phrase::Received, Phrase::Thanks->in(TellReporter::language($ticket), $ticket->ref()),
                Phrase::FollowHere, true,
            );
        }

        return $report;
    }

    /** @param  list<CheckedFile>  $files */
    private function goOn(Report $report, IncomingMail $mail, array $files): void
    {
        $ticket = Ticket::query()->where('report_id', $report->id)->first();
        $text = MailReply::new($mail->text);
        $isStill = $ticket?->state === TicketState::Done && ! MailReply::isThanks($text);
        ($this->hear)(
            $report, mb_substr($text === '' ? 'An empty mail' : $text, 0, self::POST), $isStill, false,
            'mail-'.substr(hash('sha256', $mail->id), 0, 50), $files,
        );
        if ($ticket !== null) {
            self::followOn($ticket, mb_substr($text, self::POST));
        }
    }

    /** What is longer than one message follows in further ones: who sends a log sends all of it. */
    private static function followOn(Ticket $ticket, string $rest): void
    {
        foreach ($rest === '' ? [] : mb_str_split($rest, self::POST) as $part) {
            $post = TicketPost::query()->create(['ticket_id' => $ticket->id, 'is_internal' => false, 'text' => $part, 'at' => now()]);
            Translator::toDesk($ticket, $post->id, $part);
        }
    }

    /** @return array{list<CheckedFile>, list<string>} what can be kept of what is attached, and why the rest cannot */
    private static function checked(IncomingMail $mail): array
    {
        $files = $refused = [];
        foreach ($mail->files as [$name, $bytes]) {
            if (count($files) === Limits::AT_ONCE) {
                $refused[] = "$name: more than ".Limits::AT_ONCE.' were attached';

                continue;
            }
            try {
                $files[] = CheckedFile::of($name, $bytes);
            } catch (Refused $why) {
                $refused[] = $why->getMessage();
            }
        }

        return [$files, $refused];
    }

    /**
     * The desk is told what of it is not kept.
     *
     * @param  list<string>  $refused
     */
    private static function noteRefused(Report $report, array $refused): void
    {
        if ($refused !== []) {
            TicketPost::query()->create([
                'ticket_id' => Ticket::query()->where('report_id', $report->id)->firstOrFail()->id, 'is_internal' => true, 'at' => now(),
                'text' => "Not kept of the mail, or of what was attached to it:\n".implode("\n", $refused),
            ]);
        }
    }
}
