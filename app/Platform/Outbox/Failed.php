<?php

declare(strict_types=1);

namespace App\Platform\Outbox;

/** A message was not taken; the text says why, as the end of a sentence. */
final class Failed extends \RuntimeException {}
