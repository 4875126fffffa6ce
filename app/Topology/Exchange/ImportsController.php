<?php

declare(strict_types=1);

namespace App\Topology\Exchange;

use App\Platform\CurrentPerson;
use App\Platform\Http\Asked;
use App\Platform\Moment;
use App\Platform\Once;
use App\Platform\Person;
use App\Platform\Refused;
use App\Topology\Exchange\Requests\UndoImportRequest;
use App\Topology\Exchange\Requests\UploadImportRequest;
use App\Topology\Record\Fields;
use App\Topology\Record\ItemRoles;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Topology\Record\RecordFields;

/** Files with items: looked at first, row by row, and stored when a person says so. */
final class ImportsController
{
    private const FORMATS = ['csv' => 'csv', 'txt' => 'csv', 'tsv' => 'csv', 'json' => 'json', 'graphml' => 'graphml', 'xml' => 'graphml'];

    public const MOST_KILOBYTES = 64 * 1024;

    private const SHOWN = 30;

    private const ROWS_SHOWN = 200;

    public function index(): Response
    {
        return Inertia::render('Topology/Imports', [
            'imports' => DB::table('imports')
                ->leftJoin('people', 'people.id', '=', 'imports.author_id')->orderByDesc('imports.id')
                ->limit(self::SHOWN)->get(['imports.*', 'people.name as author'])
                ->map(static fn(\stdClass $row): array => self::told($row)),
            'columns' => RecordFields::BUILT_IN,
            'roles' => array_column(ItemRoles::all(), 'name'),
            'attributes' => collect(Fields::types())->map(static fn($type): array => array_keys($type->attributes)),
        ]);
    }

    public function store(UploadImportRequest $request, KeepImports $keep): RedirectResponse
    {
        $request->validated();
        $file = $request->file('file');
        if (! $file instanceof UploadedFile) {
            throw Refused::because('Choose one file.', 'file');
        }
        $name = mb_substr($file->getClientOriginalName(), 0, 120);
        $format = self::FORMATS[strtolower($file->getClientOriginalExtension())] ?? throw Refused::because(
            'Use a file that ends in .csv, .json or .graphml.', 'file',
        );
        $id = $keep->lookAt(
            $name, $format, static fn(string $path) => $file->move(dirname($path), basename($path)), CurrentPerson::of($request),
        );

        return redirect("/imports/$id");
    }

    /** Takes back what a file did; what it changed comes as a file to be looked at. */
    public function undo(UndoImportRequest $request, int $import, KeepImports $keep): RedirectResponse
    {
        $why = $request->validated()['why'];
        $row = DB::table('imports')->where('id', $import)->first() ?? abort(404);
        $person = CurrentPerson::of($request);
        $csv = null;
        Once::for($request, static function () use (&$csv, $keep, $row, $why, $person): void {
            $csv = $keep->undo($row, $why, $person);
        });
        if ($csv === null) {
            return redirect("/imports/$import");
        }
        $id = $keep->lookAt(
            mb_substr("Undo of $row->name", 0, 120), 'csv', static fn(string $path) => file_put_contents($path, $csv), $person,
        );

        return redirect("/imports/$id");
    }

    public function show(Request $request, int $import): Response
    {
        $row = DB::table('imports')->leftJoin('people', 'people.id', '=', 'imports.author_id')
            ->where('imports.id', $import)->first(['imports.*', 'people.name as author']) ?? abort(404);
        $counts = (array) json_decode($row->counts, true, 4, JSON_THROW_ON_ERROR);
        $asked = Asked::text($request, 'show');
        $show = isset($counts[$asked])
            ? $asked
            : ((int) $counts['refused'] > 0 ? 'refused' : ((int) $counts['changed'] > 0 ? 'changed' : 'new'));
        $rows = [];
        foreach (ImportPlans::rows($row->path, [$show]) as $planned) {
            $rows[] = ['at' => $planned->at, 'id' => $planned->id, 'changes' => $planned->changes, 'why' => $planned->why];
            if (count($rows) === self::ROWS_SHOWN) {
                break;
            }
        }

        return Inertia::render('Topology/Import', ['import' => self::told($row), 'show' => $show, 'rows' => $rows]);
    }

    public function confirm(Request $request, int $import, KeepImports $keep): RedirectResponse
    {
        $plan = $keep->again($import);
        $person = CurrentPerson::of($request);
        if ($plan !== null) {
            Once::for($request, static function () use ($keep, $import, $plan, $person): void {
                $keep->confirm($import, $plan, $person);
            });
        }

        return back();
    }

    public function drop(int $import, KeepImports $keep): RedirectResponse
    {
        $keep->forget($import);

        return redirect('/imports');
    }

    /** @return array<string, mixed> */
    private static function told(\stdClass $row): array
    {
        $counts = (array) json_decode($row->counts, true, 4, JSON_THROW_ON_ERROR);
        $all = (int) $counts['new'] + (int) $counts['changed'];

        return [
            'id' => (int) $row->id, 'name' => $row->name, 'format' => $row->format, 'author' => $row->author,
            'at' => Moment::seconds($row->at) * 1000, 'state' => $row->state, 'counts' => $counts,
            'notes' => json_decode($row->notes, true, 4, JSON_THROW_ON_ERROR),
            'share' => $all === 0 ? 1 : (int) $row->done / (2 * $all), 'error' => $row->error,
        ];
    }
}
