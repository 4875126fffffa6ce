<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

/** A value that cannot be kept; the message says what to change. */
final class BadValue extends \RuntimeException {}
