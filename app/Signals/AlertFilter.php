<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Database\Sql;
use App\Platform\Http\Asked;
use App\Platform\Moment;
use App\Platform\Person;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\Request;
use Skarvo\Signals\Handling;
use Skarvo\Signals\Level;

/** Which alerts a list shows: all of it stands in the address of the page. */
final readonly class AlertFilter
{
    public const SHOWS = ['undecided', 'waiting', 'open', 'all'];

    /**
     * @param  string  $show  one of SHOWS
     * @param  string  $words  that stand in what is wrong, the item, the check or the source
     */
    private function __construct(
        public string $show,
        public string $words,
        public ?Level $level,
        public ?string $team,
        public ?string $item,
        public ?string $source,
        public ?string $mine,
        public ?int $from,
        public ?int $to,
    ) {}

    public static function of(Request $request, Person $person): self
    {
        $text = static fn(string $name): ?string => ($value = Asked::text($request, $name)) === '' ? null : mb_substr($value, 0, 128);
        $show = $text('show');

        return new self(
            in_array($show, self::SHOWS, true) ? $show : 'undecided', $text('q') ?? '', Level::tryFrom($text('level') ?? ''),
            $text('team'), $text('item'), $text('source'),
            Asked::yes($request, 'mine') ? $person->id : null, Asked::time($request, 'from')?->getTimestamp(),
            Asked::time($request, 'to')?->getTimestamp(),
        );
    }

    /** @return Builder<Alert> */
    public function query(): Builder
    {
        $query = Alert::query();
        match ($this->show) {
            'undecided' => $query->undecided(),
            'waiting' => $query->whereNull('closed_at')->where(fn(Builder $q) => $q->where(
                'wait_until', '>', now()
            )->orWhereNotNull('put_away_at')->orWhere(
                fn(Builder $hours) => $hours->where('handling', Handling::Hours)->where('handle_at', '>', now()),
            )),
            'open' => $query->whereNull('closed_at'),
            // What never was is closed.
            default => $query->whereNull('withdrawn_at'),
        };

        return $query
            ->when($this->words !== '', fn(Builder $q) => $q->where(function (Builder $any): void {
                $like = '%'.strtr($this->words, ['%' => '\%', '_' => '\_', '\\' => '\\\\']).'%';
                foreach (['summary', 'item_named', '"check"', 'source', '"key"'] as $column) {
                    $any->orWhereRaw(Sql::like($column), [$like]);
                }
            }))
            ->when(
                $this->level !== null,
                fn(Builder $q) => $q->whereIn(
                    'level',
                    array_filter(Level::cases(), fn(Level $level): bool => $level->rank() >= ($this->level?->rank() ?? 0)),
                ),
            )
            ->when($this->team !== null, fn(Builder $q) => $q->where('team_id', $this->team))
            ->when($this->item !== null, fn(Builder $q) => $q->where('item_named', $this->item))
            ->when($this->source !== null, fn(Builder $q) => $q->where('source', $this->source))
            ->when($this->mine !== null, fn(Builder $q) => $q->where('taken_by', $this->mine))
            ->when(
                $this->from !== null,
                fn(Builder $q) => $q->where(
                    fn(Builder $during) => $during->whereNull('closed_at')->orWhere('closed_at', '>=', Moment::text($this->from ?? 0)),
                ),
            )
            ->when($this->to !== null, fn(Builder $q) => $q->where('first_signal_at', '<=', Moment::text($this->to ?? 0)));
    }

    /** @return array<string, string|bool> as the address has it */
    public function toArray(): array
    {
        return array_filter([
            'show' => $this->show === 'undecided' ? '' : $this->show, 'q' => $this->words, 'level' => $this->level->value ?? '',
            'team' => $this->team ?? '',
            'item' => $this->item ?? '', 'source' => $this->source ?? '', 'mine' => $this->mine !== null,
        ], static fn(string|bool $value): bool => $value !== '' && $value !== false);
    }
}
