<?php

declare(strict_types=1);

namespace App\Paging;

use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Record;
use Carbon\CarbonImmutable;
use Carbon\CarbonInterface;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\URL;
use Illuminate\Support\Str;
use Skarvo\Paging\Outcome;

/**
 * One contact of one person, sent once. Its link opens it on the person's own device, works for one answer, and expires.
 *
 * @property int $id
 * @property int|null $call_id
 * @property string $kind call: of a call's course; ask: whether they are on it; again: once their way works again; test: to oneself
 * @property int|null $lead_id the page with which this one went out as one
 * @property string $address
 * @property string $token
 * @property string|null $answer
 * @property string|null $error
 * @property CarbonImmutable|null $expires_at
 * @property CarbonImmutable|null $delivered_at
 * @property CarbonImmutable|null $confirm_by
 * @property CarbonImmutable|null $used_at
 * @property string $person_id
 * @property string $channel
 * @property CarbonImmutable $at
 * @property CarbonImmutable|null $sent_at
 * @property CarbonImmutable|null $failed_at
 * @property CarbonImmutable|null $opened_at
 * @property CarbonImmutable|null $answered_at
 */
final class Page extends Record
{
    protected $table = 'pages';

    protected $casts = [
        'at' => 'immutable_datetime', 'sent_at' => 'immutable_datetime', 'failed_at' => 'immutable_datetime',
        'opened_at' => 'immutable_datetime', 'answered_at' => 'immutable_datetime', 'ordinal' => 'integer',
        'expires_at' => 'immutable_datetime', 'delivered_at' => 'immutable_datetime', 'confirm_by' => 'immutable_datetime',
        'used_at' => 'immutable_datetime',
    ];

    /** Pages that nobody answers in a day are answered in the room. */
    private const LINK_HOURS = 24;

    /** @param  array<string, mixed>  $fields */
    public static function issue(array $fields, CarbonImmutable $at): self
    {
        return self::query()->findOrFail(DB::table('pages')->insertGetId(self::row($fields, $at)));
    }

    /**
     * @param  array<string, mixed>  $fields
     * @return non-empty-array<string, mixed> as the database keeps it
     */
    public static function row(array $fields, CarbonImmutable $at): array
    {
        return [
            ...array_map(static fn(mixed $value): mixed => $value instanceof CarbonInterface ? Moment::precise($value) : $value, $fields),
            'at' => Moment::precise($at), 'token' => Str::random(40),
            'expires_at' => Moment::precise($at->addHours(self::LINK_HOURS)),
        ];
    }

    /** The signed address that opens it without a password. */
    public function link(): string
    {
        return self::linkBy($this->token, $this->expires_at ?? $this->at->addHours(self::LINK_HOURS));
    }

    /** The same of a page that is read as a row. */
    public static function linkBy(string $token, \DateTimeInterface $until): string
    {
        return url(URL::temporarySignedRoute('page', $until, ['token' => $token], absolute: false));
    }

    /** @return Collection<int, self> it and those that went out with it, as one */
    public function together(): Collection
    {
        $lead = $this->lead_id ?? $this->id;

        return self::query()->with(['call.occasion', 'call.team', 'person'])
            ->where(static fn($query) => $query->where('id', $lead)->orWhere('lead_id', $lead))->orderBy('id')->get();
    }

    /**
     * @return Collection<int, self> what else its person is paged for, one page of each call: what went out as one with it, what waits for
     *      an answer, and what they have; the most urgent first
     */
    public function alongside(): Collection
    {
        $lead = $this->lead_id ?? $this->id;
        $pages = self::query()->with(['call.occasion', 'call.team', 'person'])
            ->where('person_id', $this->person_id)->whereNotNull('call_id')->where('call_id', '!=', $this->call_id)
            ->where(fn(Builder $query) => $query->where('id', $lead)->orWhere('lead_id', $lead)
                ->orWhere(static fn(Builder $open) => $open->whereNull('answer')->where('expires_at', '>', now())->whereHas(
                    'call', static fn(Builder $call) => $call->where('outcome', Outcome::Waiting),
                ))
                ->orWhereHas(
                    'call',
                    fn(Builder $call) => $call->where('outcome', Outcome::Acknowledged)->where('held_by', $this->person_id),
                ))
            ->orderBy('id')->get();

        return $pages->unique('call_id')
            ->sortBy(static fn(self $page): array => [$page->call->occasion->priority ?? 9, $page->id])->values();
    }

    /** @return BelongsTo<Call, $this> */
    public function call(): BelongsTo
    {
        return $this->belongsTo(Call::class);
    }

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }
}
