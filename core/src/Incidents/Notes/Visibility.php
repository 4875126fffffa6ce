<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Notes;

/** Who may read a note. */
enum Visibility: string
{
    case Internal = 'internal';
    case Public = 'public';
}
