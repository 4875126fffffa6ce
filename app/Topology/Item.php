<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Record;
use App\Platform\Team;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A configuration item; those of the kind `service` are what people outside notice.
 *
 * @property string $id
 * @property int|null $tier
 * @property string|null $team_id
 * @property string|null $public_name
 */
final class Item extends Record
{
    public const SERVICE = 'service';

    public const LOWEST_TIER = 4;

    protected $table = 'items';

    public $incrementing = false;

    protected $keyType = 'string';

    protected $casts = ['tier' => 'integer'];

    /** @return BelongsTo<Team, $this> */
    public function team(): BelongsTo
    {
        return $this->belongsTo(Team::class);
    }

    public function isService(): bool
    {
        return $this->kind === self::SERVICE;
    }
}
