<?php

declare(strict_types=1);

namespace Tests\Walks;

use Illuminate\Routing\Route;
use Illuminate\Support\Facades\Route as Routes;

/** All addresses of the application, each with the fields that the code behind it reads. */
final class Walk
{
    /** Read by what stands behind many controllers. */
    private const SHARED = ['app/Signals/AlertFilter.php', 'app/Topology/EstateList.php'];

    /** @return list<Route> */
    public static function routes(): array
    {
        return array_values(array_filter(
            Routes::getRoutes()->getRoutes(),
            static fn(Route $route): bool => str_starts_with(ltrim($route->getActionName(), '\\'), 'App\\'),
        ));
    }

    public static function method(Route $route): string
    {
        return in_array('GET', $route->methods(), true) ? 'GET' : $route->methods()[0];
    }

    /**
     * @return list<string> names of fields, as the code that reads them has them; guessed from its text, so rather too many than too few
     */
    public static function fields(Route $route): array
    {
        $class = explode('@', ltrim($route->getActionName(), '\\'))[0];
        $own = base_path('app/'.str_replace(['App\\', '\\'], ['', '/'], $class).'.php');
        $text = (string) file_get_contents($own);
        foreach (self::SHARED as $shared) {
            $name = basename($shared, '.php');
            $text .= preg_match("/\\b$name::/", $text) === 1 ? (string) file_get_contents(base_path($shared)) : '';
        }
        $fields = [];
        foreach ([
            '/->(?:string|integer|boolean|query|input|date|float|has|filled|array|file|cookie)\(\s*\'([a-z_]+)\'/',
            '/\'([a-z_]+)(?:\.\*)*(?:\.[a-z_]+)?\' => \[\s*(?:\'|\.\.\.|Rule|")/', '/\$(?:text|asked)\(\s*\'([a-z_]+)\'\)/',
        ] as $pattern) {
            preg_match_all($pattern, $text, $found);
            $fields = [...$fields, ...$found[1]];
        }

        return array_values(array_unique($fields));
    }
}
