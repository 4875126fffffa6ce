<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Database\Eloquent\Model;

/** What every stored record shares: times to the millisecond, and no columns that write themselves. */
abstract class Record extends Model
{
    public $timestamps = false;

    protected $guarded = [];
}
