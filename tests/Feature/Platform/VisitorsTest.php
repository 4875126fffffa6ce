<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\Deed;
use App\Platform\Role;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;
use Tests\Walks\BuildsWorld;
use Tests\Walks\Walk;
use Tests\Walks\World;

/** Every address, asked by each kind of visitor: nobody gets further than their role, whatever the screen shows. */
final class VisitorsTest extends TestCase
{
    use BuildsWorld;

    private const PUBLIC = [
        'status', 'status/{file}', 'follow', 'follow/{key}', 'follow/{key}/confirm', 'follow/{key}/stop', 'follow/{key}/leave',
        'card/{token}', 'report', 'report/{token}', 'report/{token}/say', 'report/hear', 'report/lost', 'report/{token}/judge',
        'report/{token}/files/{file}', 'report/{token}/other', 'feeds/{token}.ics', 'p/{token}', 'approve/{ask}', 'sign-in',
    ];

    /** @return list<Route> */
    private static function screens(): array
    {
        return array_values(array_filter(Walk::routes(), static fn(Route $route): bool => ! str_starts_with($route->uri(), 'api/')));
    }

    public function test_guests_see_what_is_for_everybody_and_are_asked_to_sign_in_for_all_else(): void
    {
        $parts = World::parts();
        $bodies = World::bodies();
        $this->app['auth']->guard()->logout();
        $before = DB::table('journal')->max('seq');
        foreach (self::screens() as $route) {
            if (! in_array($route->uri(), self::PUBLIC, true)) {
                $answer = $this->ask($route, $parts, $bodies);
                self::assertSame([302, url('/sign-in')], $answer, Walk::method($route).' '.$route->uri());
            }
        }
        self::assertSame($before, DB::table('journal')->max('seq'), 'Nothing was done.');
    }

    public function test_each_role_does_what_is_its_own_and_is_refused_all_else(): void
    {
        $parts = World::parts();
        $bodies = World::bodies();
        $people = [Role::Responder->value => 'noor-lind', Role::Coordinator->value => 'mika-sund', Role::ServiceOwner->value => 'ada-holm'];
        $asked = 0;
        foreach ($people as $role => $id) {
            $person = $this->person($id);
            $person->update(['roles' => [$role]]);
            foreach (self::screens() as $route) {
                $deeds = array_values(array_filter(array_map(
                    static fn(mixed $one): ?Deed => is_string($one) && str_starts_with($one, 'may:') ? Deed::from(substr($one, 4)) : null,
                    $route->gatherMiddleware(),
                )));
                if ($deeds === [] || in_array($route->uri(), ['people/{person}/leave', 'teams/{team}/drop'], true)) {
                    continue;
                }
                DB::beginTransaction();
                $before = DB::table('journal')->max('seq');
                $this->actingAs($person);
                [$status] = $this->ask($route, $parts, $bodies);
                $may = array_filter($deeds, static fn(Deed $deed): bool => ! in_array(Role::from($role), $deed->roles(), true)) === [];
                $title = "$role at ".Walk::method($route).' '.$route->uri();
                self::assertLessThan(500, $status, $title);
                $may ? self::assertNotSame(403, $status, $title) : self::assertSame(403, $status, $title);
                if (! $may) {
                    self::assertSame($before, DB::table('journal')->max('seq'), $title);
                }
                while (DB::transactionLevel() > 0) {
                    DB::rollBack();
                }
                $asked++;
            }
        }
        self::assertGreaterThan(150, $asked);
    }

    /**
     * @param  array<string, string|int>  $parts
     * @param  array<string, array<string, mixed>>  $bodies
     * @return array{int, string|null} status, and where it leads
     */
    private function ask(Route $route, array $parts, array $bodies): array
    {
        $address = '/'.$route->uri();
        foreach ($route->parameterNames() as $part) {
            $address = str_replace("{{$part}}", rawurlencode((string) ($parts[$part] ?? 'x')), $address);
        }
        $method = Walk::method($route);
        $answer = $this->call($method, $address, $method === 'GET' ? [] : $bodies["$method {$route->uri()}"] ?? []);

        return [$answer->getStatusCode(), $answer->headers->get('Location')];
    }
}
