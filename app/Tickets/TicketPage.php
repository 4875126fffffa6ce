<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Incidents\Incident;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Staff\Names;
use App\Tickets\Busy\BusyPeriods;
use App\Tickets\Languages\Translation;
use App\Tickets\Notes\NotesElsewhere;
use App\Tickets\Steps\Task;
use App\Topology\NamedItems;
use App\Updates\Files\ReportFile;
use Carbon\CarbonImmutable;
use Skarvo\Incidents\Impact;
use Skarvo\Incidents\Targets\TargetClock;
use Skarvo\Incidents\Targets\TargetState;
use Skarvo\Incidents\Urgency;
use Skarvo\Tickets\BusyPeriod;
use Skarvo\Tickets\Suggest\Identifiers;
use Skarvo\Tickets\TicketState;

/**
 * One ticket, as the desk reads it.
 *
 * @phpstan-import-type PostLine from TicketPost
 * @phpstan-import-type Suggested from Suggestions
 * @phpstan-import-type TranslationLine from Translation
 * @phpstan-import-type TaskLine from Task
 * @phpstan-import-type AttemptLine from Attempt
 * @phpstan-import-type FileLine from ReportFile
 * @phpstan-import-type ElsewhereLine from NotesElsewhere
 *
 * @phpstan-type Guess array{id: int, ref: string, title: string, score: float, because: list<string>}
 * @phpstan-type TicketPromise array{
 *     name: string, state: value-of<TargetState>, broken: bool, left: int|null, due: CarbonImmutable|null, met: CarbonImmutable|null,
 * }
 * @phpstan-type ReadItem array{id: string, name: string, kind: string, read: string, in: string|null}
 * @phpstan-type OtherTicket array{id: int, ref: string, what: string, state: string}
 * @phpstan-type TicketMore array{
 *     version: int, service_id: string, impact: value-of<Impact>, urgency: value-of<Urgency>, item: array{id: string, name: string}|null,
 *     mailed: bool, follow: string|null, posts: list<PostLine>, guesses: list<Guess>, promises: list<TicketPromise>,
 *     others: list<OtherTicket>,
 *     way: string, service_said: bool, said: list<string>, judged: array{helped: bool, better: string|null}|null,
 *     files: list<FileLine>, suggested: list<Suggested>, items: list<ReadItem>,
 *     translated: TranslationLine|null, language: string|null, original: string, steps: list<TaskLine>,
 *     tried: list<AttemptLine>, elsewhere: list<ElsewhereLine>, busy: array{name: string, until: CarbonImmutable,
 *     raise: value-of<Urgency>|null}|null,
 * }
 */
final class TicketPage
{
    private const OTHERS = 5;

    private const ITEMS = 6;

    /**
     * @param  array<int, Incident>  $incidents  those that are under way, by id
     * @return array<string, mixed> a TicketLine, and TicketMore
     */
    public static function of(Ticket $ticket, Person $reader, array $incidents): array
    {
        $ticket->load(
            ['report.service', 'report.link', 'report.incident', 'person', 'team', 'item', ...Ticket::NEEDS, 'task.ticket.translation']
        );

        return [
            ...$ticket->toLine($reader, $incidents),
            ...($ticket->kind->isReported() ? self::more($ticket, $incidents) : self::ofTask($ticket)),
            'elsewhere' => NotesElsewhere::on($ticket, $reader),
        ];
    }

    /**
     * @param  array<int, Incident>  $incidents
     * @return TicketMore
     */
    private static function more(Ticket $ticket, array $incidents): array
    {
        $report = $ticket->reported();
        $translated = self::translated($ticket);
        $files = ReportFile::byPost(ReportFile::query()->kept()->where('report_id', $report->id));

        return [
            'version' => $ticket->version, 'service_id' => $report->service_id, 'impact' => $ticket->impact->value,
            'urgency' => $ticket->urgency->value,
            'item' => $ticket->item === null ? null : ['id' => $ticket->item->id, 'name' => $ticket->item->name],
            'mailed' => $report->email !== null, 'follow' => route('report.follow', $report->key()),
            'posts' => self::posts($ticket, $translated, $files),
            'files' => $files[0] ?? [], 'translated' => $translated[0] ?? null, 'language' => $report->language,
            'original' => $report->what,
            'guesses' => array_values(array_filter(array_map(static function (array $guess) use ($incidents): ?array {
                $incident = $incidents[$guess['incident']] ?? null;

                return $incident === null ? null : [
                    'id' => $incident->id, 'ref' => $incident->ref(), 'title' => $incident->title,
                    'score' => $guess['score'], 'because' => $guess['because'],
                ];
            }, $ticket->guesses ?? []))),
            'promises' => self::promises($ticket),
            'others' => self::others($ticket), 'way' => $report->way->words(), 'service_said' => $report->service_said,
            'said' => [
                ...array_values(array_filter([$report->stops?->words(), $report->others?->words(), $report->waits?->meaning()])),
                ...array_map(static fn(array $one): string => "{$one['ask']} “{$one['answer']}”", $report->answered ?? []),
            ],
            'judged' => $report->helped === null ? null : ['helped' => $report->helped, 'better' => $report->better],
            'elsewhere' => [], ...self::suggested($ticket),
            'steps' => array_values(
                Task::query()->with('own.person')->where('ticket_id', $ticket->id)->orderBy('ordinal')->get()
                    ->map(static fn(Task $one): array => $one->toLine())->all(),
            ),
            'tried' => self::tried($ticket), 'busy' => self::busy($ticket),
        ];
    }

    /**
     * What a team is to do, as who works it reads it: all of it stays inside.
     *
     * @return TicketMore
     */
    private static function ofTask(Ticket $ticket): array
    {
        return [
            'version' => $ticket->version, 'service_id' => $ticket->task?->service()->id ?? '', 'impact' => $ticket->impact->value,
            'urgency' => $ticket->urgency->value, 'item' => null, 'mailed' => false, 'follow' => null,
            'posts' => self::posts($ticket, [], []), 'guesses' => [], 'promises' => self::promises($ticket), 'others' => [],
            'way' => 'asked',
            'service_said' => true, 'said' => [], 'judged' => null, 'files' => [], 'suggested' => [], 'items' => [], 'translated' => null,
            'language' => null, 'original' => $ticket->words(), 'elsewhere' => [], 'steps' => [], 'tried' => self::tried($ticket),
            'busy' => null,
        ];
    }

    /**
     * @param  array<int, TranslationLine>  $translated
     * @param  array<int, list<FileLine>>  $files
     * @return list<PostLine>
     */
    private static function posts(Ticket $ticket, array $translated, array $files): array
    {
        return array_values($ticket->posts->map(static fn(TicketPost $post): array => [
            'id' => $post->id, 'by' => $post->person_id === null ? null : Names::person($post->person_id), 'internal' => $post->is_internal,
            'text' => $post->text, 'at' => $post->at, 'translated' => $translated[$post->id] ?? null, 'files' => $files[$post->id] ?? [],
        ])->all());
    }

    /** @return list<TicketPromise> */
    private static function promises(Ticket $ticket): array
    {
        return array_map(static fn(TargetClock $clock): array => [
            'name' => $clock->name, 'state' => $clock->state->value, 'broken' => $clock->broken,
            'left' => $clock->leftSeconds === null ? null : $clock->leftSeconds * 1000,
            'due' => $clock->dueAt === null ? null : Moment::of($clock->dueAt),
            'met' => $clock->metAt === null ? null : Moment::of($clock->metAt),
        ], Promises::of($ticket));
    }

    /** @return array<int, TranslationLine> by post; 0: the words of the report */
    private static function translated(Ticket $ticket): array
    {
        $lines = [];
        foreach (Translation::query()->where('ticket_id', $ticket->id)->whereNotNull('text')->orderBy('id')->get() as $one) {
            $lines[$one->post_id] = [
                'from' => $one->from, 'to' => $one->to, 'text' => (string) $one->text, 'corrected' => $one->person_id !== null,
            ];
        }

        return $lines;
    }

    /** @return list<AttemptLine> */
    private static function tried(Ticket $ticket): array
    {
        return array_values(Attempt::query()->where('ticket_id', $ticket->id)->orderBy('id')->get()->map(static fn(Attempt $one): array => [
            'id' => $one->id, 'what' => $one->what, 'outcome' => $one->outcome->value, 'words' => $one->outcome->words(),
            'why' => $one->why,
            'by' => $one->by_reporter ? 'the reporter' : Names::person($one->person_id), 'at' => $one->at,
        ])->all());
    }

    /**
     * @return array{name: string, until: CarbonImmutable, raise: value-of<Urgency>|null}|null while it is open: a busy period, and what it
     *      is suggested to raise it to
     */
    private static function busy(Ticket $ticket): ?array
    {
        $busy = $ticket->state === TicketState::Done ? null : BusyPeriods::now($ticket->reported()->service_id);

        return $busy === null ? null : [...$busy, 'raise' => BusyPeriod::raised($ticket->urgency)?->value];
    }

    /** @return array{suggested: list<Suggested>, items: list<ReadItem>} what is likely otherwise than it stands, while it is open */
    private static function suggested(Ticket $ticket): array
    {
        $report = $ticket->reported();
        if ($ticket->state === TicketState::Done) {
            return ['suggested' => [], 'items' => []];
        }
        $now = $ticket->settled();
        $taught = Lesson::query()->where('ticket_id', $ticket->id)->pluck('field')->all();
        $suggested = array_filter(
            Suggestions::told($ticket->words(), $report->site),
            // What somebody set is not suggested otherwise.
            static fn(array $one): bool => ! in_array($one['field'], $taught, true)
                && ($now[$one['field']] ?? null) !== $one['choices'][0]['value'],
        );
        $items = [];
        foreach (self::texts($ticket) as [$text, $picture]) {
            foreach (NamedItems::of(Identifiers::in($text)) as $read => $item) {
                if ($item->id !== $ticket->item_id) {
                    $items[$item->id] ??= [
                        'id' => $item->id, 'name' => $item->name, 'kind' => $item->kind, 'read' => (string) $read, 'in' => $picture,
                    ];
                }
            }
        }

        return ['suggested' => array_values($suggested), 'items' => array_slice(array_values($items), 0, self::ITEMS)];
    }

    /** @return list<array{string, string|null}> what the reporter said, and what was read in their pictures with the name of each */
    private static function texts(Ticket $ticket): array
    {
        $said = [
            $ticket->reported()->what,
            ...$ticket->posts->whereNull('person_id')->whereNotNull('text')->pluck('text')->map(strval(...))->all(),
        ];
        $read = ReportFile::query()->kept()->where('report_id', $ticket->report_id)->whereNotNull('text')->orderBy('id')
            ->get(['text', 'name']);

        return [
            ...array_map(static fn(string $text): array => [$text, null], array_values($said)),
            ...array_values($read->map(static fn(ReportFile $file): array => [(string) $file->text, $file->name])->all()),
        ];
    }

    /** @return list<OtherTicket> of the same address, or where there is none the same name */
    private static function others(Ticket $ticket): array
    {
        $by = array_filter(['email' => $ticket->reported()->email, 'name' => $ticket->reported()->name]);
        if ($by === []) {
            return [];
        }
        $of = [array_key_first($by) => reset($by)];

        return array_values(Ticket::query()->with('report')->whereKeyNot($ticket->id)->whereHas(
            'report', static fn($query) => $query->where($of)
        )
            ->latest('opened_at')->limit(self::OTHERS)->get()->map(static fn(Ticket $other): array => [
                'id' => $other->id, 'ref' => $other->ref(), 'what' => $other->reported()->what, 'state' => $other->state->words(),
            ])->all());
    }
}
