<?php

declare(strict_types=1);

namespace App\Platform\Contracts;

/** A kind of entry: subject and past participle, such as `incident.declared`. Each capability lists its own. */
interface EntryKind extends \BackedEnum {}
