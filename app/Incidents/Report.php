<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\OpenedByKey;
use App\Platform\Record;
use App\Topology\Item;
use Carbon\CarbonImmutable;
use Database\Factories\ReportFactory;
use Illuminate\Database\Eloquent\Attributes\UseFactory;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Factories\HasFactory;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Database\Eloquent\Relations\HasOneThrough;
use Skarvo\Incidents\Others;
use Skarvo\Incidents\ReportersAnswers;
use Skarvo\Incidents\Stops;
use Skarvo\Incidents\Urgency;
use Skarvo\Incidents\WayIn;

/**
 * What somebody told of a problem. Its key lets the reporter follow it.
 *
 * @property int $id
 * @property string $service_id
 * @property WayIn $way
 * @property bool $service_said whether somebody said which service it is; else it was suggested by the words
 * @property string|null $item_id the device of theirs that it is about, as far as they said
 * @property string|null $language that its reporter writes, as far as it is known
 * @property string|null $chat_channel
 * @property string|null $chat_thread
 * @property list<array{ask: string, answer: string}>|null $answered
 * @property bool|null $helped what the reporter says once it is over
 * @property string|null $better
 * @property Stops|null $stops
 * @property Others|null $others
 * @property Urgency|null $waits
 * @property CarbonImmutable $told_at
 * @property CarbonImmutable|null $resolved_at
 * @property-read int|null $incident_id that it is linked to
 *
 * @phpstan-type ReportLine array{
 *     id: int, ref: string, what: string, site: string|null, name: string|null, service: string, service_id: string,
 *     told_at: CarbonImmutable, resolved_at: CarbonImmutable|null, incident: int|null,
 * }
 */
#[UseFactory(ReportFactory::class)]
final class Report extends Record
{
    /** @use HasFactory<ReportFactory> */
    use HasFactory;
    use OpenedByKey;

    public const KIND = 'report';

    protected $table = 'reports';

    protected $casts = [
        'told_at' => 'immutable_datetime', 'resolved_at' => 'immutable_datetime', 'service_said' => 'boolean',
        'way' => WayIn::class, 'answered' => 'array', 'helped' => 'boolean',
        'stops' => Stops::class, 'others' => Others::class, 'waits' => Urgency::class,
    ];

    /** @return BelongsTo<Item, $this> */
    public function service(): BelongsTo
    {
        return $this->belongsTo(Item::class, 'service_id');
    }

    /** @return HasOne<Link, $this> to the incident that it is about */
    public function link(): HasOne
    {
        return $this->hasOne(Link::class, 'from_id')->where('from_kind', self::KIND)->where('to_kind', Incident::KIND)
            ->where('kind', LinkKind::About)->whereNull('until');
    }

    /** @return HasOneThrough<Incident, Link, $this> */
    public function incident(): HasOneThrough
    {
        return $this->hasOneThrough(Incident::class, Link::class, 'from_id', 'id', 'id', 'to_id')
            ->where('links.from_kind', self::KIND)->where('links.to_kind', Incident::KIND)->where('links.kind', LinkKind::About)
            ->whereNull('links.until');
    }

    public function getIncidentIdAttribute(): ?int
    {
        return $this->link?->to_id;
    }

    /**
     * @param  Builder<Report>  $query
     * @param  int|list<int>  $incidents
     */
    public function scopeAbout(Builder $query, int|array $incidents): void
    {
        $query->whereIn('reports.id', self::links()->whereIn('to_id', (array) $incidents)->select('from_id'));
    }

    /**
     * Those that belong to no incident.
     *
     * @param  Builder<Report>  $query
     */
    public function scopeLoose(Builder $query): void
    {
        $query->whereNotIn('reports.id', self::links()->select('from_id'));
    }

    public function answers(): ReportersAnswers
    {
        return new ReportersAnswers($this->stops, $this->others, $this->waits);
    }

    /** Whether it was linked to an incident that it was not about. */
    public function wasUnlinked(): bool
    {
        return $this->link === null && Link::query()->from([self::KIND, $this->id], LinkKind::About)->exists();
    }

    /** @return Builder<Link> that hold, of all reports */
    private static function links(): Builder
    {
        return Link::query()->holds()->where('from_kind', self::KIND)->where('to_kind', Incident::KIND)->where('kind', LinkKind::About);
    }

    /** What mail about it is known by: it stands in logs of mail servers, so that it opens nothing. */
    public function mailKey(): string
    {
        return "r$this->id-".self::proof("mail $this->token");
    }

    /** @param  string  $key  as mailKey() gave it */
    public static function byMailKey(string $key): ?self
    {
        $report = preg_match('/^r(\d{1,18})-/', $key, $found) === 1 ? self::query()->find((int) $found[1]) : null;

        return $report !== null && hash_equals($report->mailKey(), $key) ? $report : null;
    }

    private static function kindOfKey(): string
    {
        return 'report';
    }

    public function ref(): string
    {
        return sprintf('RE-%04d', $this->id);
    }

    /**
     * What stands around the words of a message to its reporter, in the language in which they read as far as it is known.
     *
     * @param  string  $key  of lang/…/report.php
     * @param  array<string, string>  $with
     */
    public function words(string $key, array $with = []): string
    {
        return (string) __("report.$key", $with, $this->language ?? config()->string('skarvo.language'));
    }

    /** @return ReportLine */
    public function toLine(): array
    {
        return [
            'id' => $this->id, 'ref' => $this->ref(), 'what' => $this->what, 'site' => $this->site, 'name' => $this->name,
            'service' => $this->service->name ?? '', 'service_id' => $this->service_id,
            'told_at' => $this->told_at, 'resolved_at' => $this->resolved_at, 'incident' => $this->incident_id,
        ];
    }
}
