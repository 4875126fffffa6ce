@php
    use App\Updates\Outside\PublicPage;
    use Skarvo\Topology\State;
    $bad = array_reverse(array_filter($service->days, static fn($day): bool => $day->worst() !== State::Up));
@endphp
@extends('public.page', ['title' => $words->name($service->name), 'feed' => $service->file.'.atom', 'json' => $service->file.'.json'])
@section('main')
<h1>@include('public.mark', ['state' => $service->state]) {{ $words->name($service->name) }}: {{ $words->state($service->state) }}</h1>
@if ($service->looking)
<p class="looking">{{ $words->say('admission', ['name' => $words->name($service->name)]) }}</p>
@endif
<h2>{{ $words->say('days', ['days' => PublicPage::DAYS]) }}</h2>
@include('public.days', ['days' => $service->days, 'name' => $service->name])
@if ($bad !== [])
<ul>
@foreach ($bad as $day)
<li>{{ $words->day($day) }}</li>
@endforeach
</ul>
@endif
@include('public.planned', ['planned' => $page->plannedOn($service->name)])
@include('public.incidents', ['list' => $told])
@endsection
