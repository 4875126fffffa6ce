<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Incidents\Incident;
use App\Platform\OpenedByKey;
use App\Platform\Person;
use App\Platform\Record;
use App\Updates\Update;
use Carbon\CarbonImmutable;
use Database\Factories\SubscriptionFactory;
use Illuminate\Database\Eloquent\Attributes\UseFactory;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Factories\HasFactory;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Skarvo\Time\Zone;
use Skarvo\Updates\Following\About;
use Skarvo\Updates\Following\Calm;
use Skarvo\Updates\Following\Channel;
use Skarvo\Updates\Following\Follower;
use Skarvo\Updates\Following\Interest;
use Skarvo\Updates\Versions\Version;

/**
 * What somebody follows, at one address. Its key lets them change it and leave.
 *
 * @property int $id
 * @property Channel $channel
 * @property string $address empty once they have left
 * @property string $reach unlike that of any other who has not left
 * @property string|null $secret by which the receiver of a webhook knows that it is ours
 * @property Version $reads in whose words they asked to be told; `words()` says in whose they are
 * @property string $language
 * @property list<string> $services
 * @property list<string> $places
 * @property int|null $tier
 * @property About $about
 * @property int|null $incident_id the only one that they follow
 * @property bool $only_end whether they only want to hear when that is over
 * @property string $zone
 * @property int|null $quiet_from seconds of the day
 * @property int|null $quiet_until
 * @property int|null $digest_at
 * @property string|null $person_id whose account it is; of one that was left, who wants to hear of nothing by themselves
 * @property string|null $added_by_id who gave it, where it is the organisation's own
 * @property CarbonImmutable $asked_at when they were last mailed an address to confirm or to change it
 * @property int $asks how often that was
 * @property CarbonImmutable|null $confirmed_at
 * @property CarbonImmutable|null $paused_at since when nothing is sent, because nothing arrived
 * @property string|null $paused_why
 * @property int $failures in a row
 * @property CarbonImmutable|null $ended_at
 * @property int $version
 * @property-read Incident|null $incident
 * @property-read Person|null $person
 *
 * @phpstan-type SubscriptionLine array{
 *     channel: value-of<Channel>, address: string, language: string, services: list<string>, places: list<string>, tier: int|null,
 *     about: value-of<About>,
 *     incident: string|null, onlyEnd: bool, quiet_from: string|null, quiet_until: string|null, digest_at: string|null, isConfirmed: bool,
 *     paused: string|null,
 *     isEnded: bool, version: int,
 * }
 */
#[UseFactory(SubscriptionFactory::class)]
final class Subscription extends Record
{
    /** @use HasFactory<SubscriptionFactory> */
    use HasFactory;
    use OpenedByKey;

    protected $table = 'subscriptions';

    protected $casts = [
        'channel' => Channel::class, 'reads' => Version::class, 'secret' => 'encrypted', 'services' => 'array', 'places' => 'array',
        'tier' => 'integer', 'about' => About::class,
        'incident_id' => 'integer', 'only_end' => 'boolean', 'quiet_from' => 'integer', 'quiet_until' => 'integer',
        'digest_at' => 'integer',
        'failures' => 'integer', 'asks' => 'integer', 'version' => 'integer', 'asked_at' => 'immutable_datetime',
        'confirmed_at' => 'immutable_datetime',
        'paused_at' => 'immutable_datetime', 'ended_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }

    /** @return BelongsTo<Person, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(Person::class);
    }

    /** In whose words they are told: what is known inside stays with those who have an account, and with chats of the organisation. */
    public function words(): Version
    {
        $isOurs = $this->person_id === null
            ? $this->added_by_id !== null && $this->channel === Channel::Chat
            : $this->person?->left_at === null;

        return $isOurs ? $this->reads : Version::Everybody;
    }

    /**
     * Those who are told.
     *
     * @param  Builder<Subscription>  $query
     */
    public function scopeActive(Builder $query): void
    {
        $query->whereNull('subscriptions.ended_at')->whereNotNull('confirmed_at')->whereNull('paused_at');
    }

    public function isActive(): bool
    {
        return $this->ended_at === null && $this->confirmed_at !== null && $this->paused_at === null;
    }

    public function follower(): Follower
    {
        $interest = new Interest($this->services, $this->places, $this->tier, $this->incident_id, $this->only_end, $this->about);

        return new Follower($this->id, $this->channel, $this->address, $interest, $this->isActive());
    }

    public function calm(): Calm
    {
        return new Calm(Zone::orUtc($this->zone), $this->quiet_from, $this->quiet_until, $this->digest_at);
    }

    /** The same for all that reach the same place. */
    public static function reachOf(Channel $channel, string $address): string
    {
        return (new Follower(0, $channel, $address, new Interest))->reach();
    }

    /** Enough of it to tell it from others; a person's whole address is nobody's but theirs. What the organisation gave is its own. */
    public function hidden(): string
    {
        if ($this->added_by_id !== null) {
            return $this->address;
        }
        if ($this->channel === Channel::Text) {
            return mb_substr($this->address, 0, 3).'…'.mb_substr($this->address, -2);
        }
        [$name, $host] = [...explode('@', $this->address, 2), ''];

        return mb_substr($name, 0, 2)."…@$host";
    }

    /** @return SubscriptionLine what its owner sees of it */
    public function toLine(): array
    {
        $time = static fn(?int $seconds): ?string => $seconds === null
            ? null
            : sprintf('%02d:%02d', intdiv($seconds, 3600), intdiv($seconds, 60) % 60);

        return [
            'channel' => $this->channel->value, 'address' => $this->address, 'language' => $this->language,
            'services' => $this->services, 'places' => $this->places, 'tier' => $this->tier, 'about' => $this->about->value,
            'incident' => $this->incident_id === null ? null : Update::ofIncident($this->incident_id)->first()?->text,
            'onlyEnd' => $this->only_end, 'quiet_from' => $time($this->quiet_from), 'quiet_until' => $time($this->quiet_until),
            'digest_at' => $time($this->digest_at),
            'isConfirmed' => $this->confirmed_at !== null, 'paused' => $this->paused_at === null ? null : (string) $this->paused_why,
            'isEnded' => $this->ended_at !== null, 'version' => $this->version,
        ];
    }

    private static function kindOfKey(): string
    {
        return 'subscription';
    }
}
