<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Record;

/** That an item needs another: alone with a strength, or as a member of a group. */
final class Dependency extends Record
{
    protected $table = 'dependencies';
}
