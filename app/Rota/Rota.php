<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Look;
use App\Platform\Record;
use App\Platform\Team;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Skarvo\Json\Document;
use Skarvo\Rota\Coverage;
use Skarvo\Rota\RotaDocument;
use Skarvo\Time\Instant;

/**
 * Who takes turns at being on call for a team. Layers and overrides are kept in the form of the core's contract.
 *
 * @property string $id
 * @property string $name
 * @property string $team_id
 * @property string $time_zone
 * @property array<array-key, mixed> $layers
 * @property int $layers_version
 * @property array<array-key, mixed> $overrides
 */
final class Rota extends Record
{
    protected $table = 'rotas';

    public $incrementing = false;

    protected $keyType = 'string';

    protected $casts = ['layers' => 'array', 'overrides' => 'array'];

    /** @return BelongsTo<Team, $this> */
    public function team(): BelongsTo
    {
        return $this->belongsTo(Team::class);
    }

    /** @return Collection<int, self> in order: read once in a look at a screen */
    public static function known(): Collection
    {
        return Look::once('rotas', static fn(): Collection => self::query()->orderBy('id')->get());
    }

    /** What tells how it stands from how it stood before. */
    public function mark(): string
    {
        return substr(hash('sha256', json_encode([$this->layers, $this->overrides], JSON_THROW_ON_ERROR)), 0, 16);
    }

    /**
     * Who is on call: as it is planned, with gaps where somebody is on leave, or has left.
     *
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch
     */
    public function between(int $from, int $to): Coverage
    {
        return $this->planned($from, $to)->without([...Absences::between($from, $to), ...Absences::ofLeavers()]);
    }

    /**
     * As layers and exceptions say, whoever is on leave.
     *
     * @param  int  $from  seconds since the epoch
     * @param  int  $to  seconds since the epoch
     */
    public function planned(int $from, int $to): Coverage
    {
        [$rota, $from, $to] = RotaDocument::read(Document::parse(json_encode([
            'time_zone' => $this->time_zone, 'layers' => $this->layers, 'overrides' => $this->overrides,
            'from' => Instant::format($from), 'to' => Instant::format($to),
        ], JSON_THROW_ON_ERROR)));

        return $rota->between($from, $to);
    }

    /**
     * The same with a further exception, which is not kept.
     *
     * @param  array<string, mixed>  $override  as the contract has it
     */
    public function withOverride(array $override): self
    {
        $other = $this->replicate();
        $other->overrides = [...$this->overrides, $override];

        return $other;
    }

    /** Whether a layer or an exception that is still to come names somebody. */
    public function names(string $person): bool
    {
        foreach ($this->layers as $layer) {
            if (is_array($layer) && in_array($person, is_array($layer['people'] ?? null) ? $layer['people'] : [], true)) {
                return true;
            }
        }
        $now = now()->format('Y-m-d\TH:i:s\Z');
        foreach ($this->overrides as $override) {
            if (is_array($override) && is_string($override['to'] ?? null) && $override['to'] > $now && in_array(
                $person, [$override['person'] ?? null, ...(is_array($override['swap'] ?? null) ? $override['swap'] : [])], true,
            )) {
                return true;
            }
        }

        return false;
    }

    /** Id of the person on call now, if anybody is. */
    public function onCallNow(): ?string
    {
        $now = now()->getTimestamp();

        return $this->between($now, $now + 1)->segments[0]->person;
    }
}
