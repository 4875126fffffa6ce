<?php

declare(strict_types=1);

namespace App\Signals\Intake;

use App\Platform\Record;
use Carbon\CarbonImmutable;
use Skarvo\Json\Document;
use Skarvo\Signals\Intake\Mapping;

/**
 * Who sends signals: its own address and token, its mapping, its limit.
 *
 * @property string $id as its signals name it
 * @property string $name
 * @property string|null $token_hash
 * @property array<string, mixed>|null $mapping
 * @property string|null $sample
 * @property int|null $per_minute
 * @property string|null $team_id
 * @property CarbonImmutable $made_at
 * @property int $version
 */
final class Source extends Record
{
    protected $table = 'sources';

    public $incrementing = false;

    protected $keyType = 'string';

    protected $casts = ['mapping' => 'array', 'per_minute' => 'integer', 'version' => 'integer', 'made_at' => 'immutable_datetime'];

    /** What tells one token from the next, and opens nothing; empty: there is none. */
    public function tokenMark(): string
    {
        return $this->token_hash === null ? '' : substr(hash('sha256', $this->token_hash), 0, 16);
    }

    /** @throws \Skarvo\Json\BadInput */
    public function toCore(): ?Mapping
    {
        return $this->mapping === null ? null : Mapping::read(Document::parse(json_encode((object) $this->mapping, JSON_THROW_ON_ERROR)));
    }
}
