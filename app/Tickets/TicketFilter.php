<?php

declare(strict_types=1);

namespace App\Tickets;

use App\Platform\Http\Asked;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\Request;
use Skarvo\Incidents\WayIn;

/** Which tickets of a pile are shown, and in which order: all of it stands in the address. */
final readonly class TicketFilter
{
    /** What a list can be ordered by, besides what runs out first. */
    private const ORDERS = ['waits' => 'waits_since', 'oldest' => 'opened_at', 'priority' => 'priority'];

    /** What each line can say besides what all say. */
    private const SHOWN = ['team', 'item', 'way', 'language', 'waits'];

    private const LONGEST = 200;

    private const LOWEST_PRIORITY = 5;

    /** @param  list<string>  $show */
    private function __construct(
        public string $words, public string $service, public string $team, public ?WayIn $way, public int $priority, public string $order,
        public array $show,
    ) {}

    public static function of(Request $request): self
    {
        $order = Asked::text($request, 'order', self::LONGEST);
        $priority = Asked::number($request, 'priority');

        return new self(
            Asked::text($request, 'q', self::LONGEST), Asked::text($request, 'service', self::LONGEST),
            Asked::text($request, 'team', self::LONGEST),
            WayIn::tryFrom(Asked::text($request, 'way', self::LONGEST)),
            $priority >= 1 && $priority <= self::LOWEST_PRIORITY ? $priority : 0, isset(self::ORDERS[$order]) ? $order : '',
            array_values(array_intersect(self::SHOWN, explode(',', Asked::text($request, 'show', self::LONGEST)))),
        );
    }

    /** @return array<string, string> what stands in the address, without what is as usual */
    public function toArray(): array
    {
        return array_filter([
            'q' => $this->words, 'service' => $this->service, 'team' => $this->team, 'way' => $this->way->value ?? '',
            'priority' => $this->priority === 0 ? '' : (string) $this->priority, 'order' => $this->order,
            'show' => implode(',', $this->show),
        ], static fn(string $one): bool => $one !== '');
    }

    /** @param  Builder<Steps\Task>  $query */
    private function ofTask(Builder $query): void
    {
        // Nobody sent a task in.
        $this->way === null ?: $query->whereRaw('1 = 0');
        $this->service === '' ?: $query->where(fn($any) => $any
            ->whereHas('incident', fn($incident) => $incident->where('service_id', $this->service))
            ->orWhereHas('ticket.report', fn($report) => $report->where('service_id', $this->service)));
        foreach (preg_split('/\s+/u', $this->words, -1, PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            $number = preg_match('/^TA-0*(\d{1,9})$/i', $word, $found) === 1 ? (int) $found[1] : 0;
            $query->where(static fn($any) => $any->whereHas('own', static fn($own) => $own->whereKey($number))
                ->orWhereRaw("lower(text) like ? escape '\\'", ['%'.addcslashes(mb_strtolower($word), '%_\\').'%']));
        }
    }

    /**
     * @param  Builder<Ticket>  $tickets
     * @return Builder<Ticket>
     */
    public function narrow(Builder $tickets): Builder
    {
        $report = array_filter([$this->service, $this->words, $this->way->value ?? ''], static fn(string $one): bool => $one !== '');
        if ($report !== []) {
            $tickets->where(fn($any) => $any->whereHas('report', function ($query): void {
                $this->service === '' ?: $query->where('service_id', $this->service);
                $this->way === null ?: $query->where('way', $this->way);
                foreach (preg_split('/\s+/u', $this->words, -1, PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
                    $like = '%'.addcslashes(mb_strtolower($word), '%_\\').'%';
                    $number = preg_match('/^RE-0*(\d{1,9})$/i', $word, $found) === 1 ? (int) $found[1] : 0;
                    $query->where(static fn($any) => $any->where('reports.id', $number)
                        ->orWhereRaw("lower(what) like ? escape '\\'", [$like])->orWhereRaw("lower(name) like ? escape '\\'", [$like])
                        ->orWhereRaw("lower(site) like ? escape '\\'", [$like]));
                }
            })->orWhereHas('task', $this->ofTask(...)));
        }
        if ($this->team !== '') {
            $this->team === '-' ? $tickets->whereNull('team_id') : $tickets->where('team_id', $this->team);
        }
        if ($this->priority > 0) {
            $tickets->where('priority', '<=', $this->priority);
        }

        return $this->order === '' ? $tickets : $tickets->reorder(self::ORDERS[$this->order])->orderBy('id');
    }
}
