@php use App\Updates\Outside\PublicFiles; @endphp
@extends('public.page', ['title' => $service->name, 'feed' => $service->file.'.atom', 'json' => $service->file.'.json'])
@section('main')
<h1>@include('public.mark', ['state' => $service->state]) {{ $service->name }}: {{ PublicFiles::stateWords($service->state) }}</h1>
@if ($service->looking !== null)
<p class="looking">{{ $service->looking }}</p>
@endif
<h2>The last {{ \App\Updates\Outside\PublicPage::DAYS }} days</h2>
@include('public.days', ['days' => $service->days, 'name' => $service->name])
@php($bad = array_reverse(array_filter($service->days, static fn($day): bool => $day->worst() !== \Skarvo\Topology\State::Up)))
@if ($bad !== [])
<ul>
@foreach ($bad as $day)
<li>{{ PublicFiles::day($day) }}</li>
@endforeach
</ul>
@endif
@include('public.planned', ['planned' => $page->plannedOn($service->name)])
@include('public.incidents', ['list' => $told])
@endsection
