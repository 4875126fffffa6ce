<?php

declare(strict_types=1);

namespace App\Rota\Calendar;

/** A calendar that cannot be taken; the message says why, for whoever brought it. */
final class BadCalendar extends \RuntimeException {}
