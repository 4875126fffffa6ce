<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Database\Eloquent\Model;

/** What every stored record shares: times to the millisecond, and no columns that write themselves. */
abstract class Record extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    /** The key's cast among the others, once: the framework puts them together anew at every look at an attribute. */
    protected function initializeHasAttributes(): void
    {
        parent::initializeHasAttributes();
        if ($this->getIncrementing()) {
            $this->casts = [$this->getKeyName() => $this->getKeyType(), ...$this->casts];
        }
    }

    /** @return array<string, string> */
    public function getCasts(): array
    {
        return $this->casts;
    }
}
