<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\ApiToken;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\DB;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Tests\TestCase;
use Tests\Walks\BuildsWorld;
use Tests\Walks\Walk;
use Tests\Walks\World;
use Tests\Walks\WrongValues;

/** Every field of every address, given what it does not expect: nothing breaks, and what was wrong is said. */
final class WrongValuesTest extends TestCase
{
    use BuildsWorld;

    /** Without LONG in the environment: so many of them, those of SEED. */
    private const PART = 2500;

    private const SEED = 20_261_128;

    /** They answer anything with a redirect or with nothing, and would take the walk's own person with them. */
    private const LEFT_OUT = ['POST sign-out', 'POST people/{person}/leave', 'POST teams/{team}/drop'];

    public function test_no_field_of_any_address_breaks_by_what_it_does_not_expect(): void
    {
        $cases = self::cases();
        $seed = (int) (getenv('SEED') ?: self::SEED);
        $all = getenv('LONG') !== false;
        if (! $all) {
            $cases = array_slice((new Randomizer(new Mt19937($seed)))->shuffleArray($cases), 0, self::PART);
        }
        $only = getenv('ONLY');
        $parts = World::parts();
        $bodies = World::bodies();
        $broken = [];
        ApiToken::query()->delete();
        $token = $this->token(
            ['signals:write', 'reports:write', 'deliveries:write', 'people:read', 'oncall:read', 'estate:write'], null, 'walk',
        );
        foreach ($cases as $n => [$route, $field, $name, $value, $way]) {
            $title = Walk::method($route).' '.$route->uri();
            if (is_string($only) && $only !== '' && ! str_contains($title, $only)) {
                continue;
            }
            DB::beginTransaction();
            try {
                $answer = $this->send($route, $parts, $bodies[$title] ?? [], $field, $value, $way, $token);
                if ($answer[0] >= 500) {
                    $broken["$title $field"][] = "$name ($way): $answer[1]";
                }
            } finally {
                while (DB::transactionLevel() > 0) {
                    DB::rollBack();
                }
            }
            if ($n % 50 === 0) {
                $this->app['session']->flush();
                $this->actingAs($this->person('per-strand'));
            }
        }
        if ($all) {
            fwrite(STDERR, count($cases)." wrong values\n");
        }
        ksort($broken);
        $told = '';
        foreach ($broken as $where => $what) {
            $told .= "$where\n    ".implode("\n    ", array_slice($what, 0, 3)).(
                count($what) > 3 ? "\n    and ".(count($what) - 3).' more' : ''
            )."\n";
        }
        self::assertSame([], $broken, "Seed $seed.\n$told");
    }

    /** @return list<array{Route, string, string, mixed, string}> route, field, what the value is, the value, how it is sent */
    private static function cases(): array
    {
        $cases = [];
        foreach (Walk::routes() as $route) {
            $method = Walk::method($route);
            if (in_array("$method {$route->uri()}", self::LEFT_OUT, true)) {
                continue;
            }
            $fields = Walk::fields($route);
            foreach (WrongValues::texts() as $name => $value) {
                foreach ($route->parameterNames() as $part) {
                    $cases[] = [$route, $part, $name, $value, 'part'];
                }
                foreach ($fields as $field) {
                    $cases[] = [$route, $field, $name, $value, $method === 'GET' ? 'query' : 'form'];
                }
            }
            foreach ($fields as $field) {
                foreach (WrongValues::shapes() as $name => $value) {
                    $cases[] = [$route, $field, $name, $value, $method === 'GET' ? 'query' : 'form'];
                }
                if ($method !== 'GET') {
                    foreach (WrongValues::json() as $name => $value) {
                        $cases[] = [$route, $field, $name, $value, 'json'];
                    }
                }
            }
        }

        return $cases;
    }

    /**
     * @param  array<string, string|int>  $parts
     * @param  array<string, mixed>  $body
     * @return array{int, string} status, and what broke
     */
    private function send(Route $route, array $parts, array $body, string $field, mixed $value, string $way, string $token): array
    {
        $address = '/'.$route->uri();
        foreach ($route->parameterNames() as $part) {
            $own = $way === 'part' && $part === $field ? (is_string($value) ? $value : '') : (string) ($parts[$part] ?? 'x');
            $address = str_replace(["{{$part}}", "{{$part}?}"], rawurlencode($own), $address);
        }
        if ($way !== 'part') {
            $body[$field] = $value;
        }
        $method = Walk::method($route);
        $isApi = str_starts_with($route->uri(), 'api/');
        $server = [
            'HTTP_ACCEPT' => $isApi ? '*/*' : 'text/html', 'HTTP_REFERER' => 'http://127.0.0.1/',
            ...($isApi ? ['HTTP_AUTHORIZATION' => "Bearer $token"] : []),
        ];
        $content = null;
        if ($method === 'GET') {
            $address .= '?'.http_build_query($body);
            $body = [];
        } elseif ($way === 'json' || $isApi) {
            $content = (string) json_encode($body, JSON_PARTIAL_OUTPUT_ON_ERROR);
            $server['CONTENT_TYPE'] = 'application/json';
            $body = [];
        }
        $answer = $this->call($method, $address, $body, [], [], $server, $content);
        if ($answer->baseResponse instanceof StreamedResponse) {
            try {
                $answer->streamedContent();
            } catch (\Throwable $e) {
                return [500, $e::class.': '.$e->getMessage()];
            }

            return [$answer->getStatusCode(), ''];
        }
        $why = $answer->exception;

        return [
            $answer->getStatusCode(),
            $why === null
                ? ''
                : $why::class.': '.mb_substr($why->getMessage(), 0, 160).' at '
                    .str_replace(base_path().'/', '', $why->getFile()).':'.$why->getLine(),
        ];
    }
}
