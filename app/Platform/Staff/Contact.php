<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\Record;

/**
 * A way to reach a person.
 *
 * @property int $after_seconds
 */
final class Contact extends Record
{
    protected $table = 'contacts';

    protected $casts = ['after_seconds' => 'integer'];
}
