<?php

declare(strict_types=1);

namespace Skarvo\Cli;

/** The result did not reach whoever asked for it. */
final class NotWritten extends \RuntimeException {}
