<?php

declare(strict_types=1);

namespace App\Platform\Keep;

/** A backup that could not be made, or cannot be taken back; the message says why, for whoever asked for it. */
final class NotKept extends \RuntimeException {}
