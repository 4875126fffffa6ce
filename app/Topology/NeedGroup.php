<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Record;

/** Members of which an item needs so many. */
final class NeedGroup extends Record
{
    protected $table = 'need_groups';
}
