package order_test

import (
	"context"
	"math/rand/v2"
	"testing"

	"inkysparrow/core/order"
)

// BenchmarkFirst60 is the first plan of a build of sixty steps, at once.
func BenchmarkFirst60(b *testing.B) {
	p := evenings(rand.New(rand.NewPCG(1, 0)), 1, 46)
	b.ReportMetric(float64(len(p.Works)), "works")
	for b.Loop() {
		p.Greedy(order.Usual)
	}
}

// BenchmarkThreeBuilds is three builds of sixty steps, in the work of a glance.
func BenchmarkThreeBuilds(b *testing.B) {
	p := evenings(rand.New(rand.NewPCG(1, 0)), 3, 46)
	for b.Loop() {
		a, _ := p.Solve(context.Background(), order.Options{Work: order.Quick})
		b.ReportMetric(float64(len(p.Works)), "works")
		b.ReportMetric(float64(a.Work), "work")
	}
}

// BenchmarkTenBuilds is ten of them, and how far it is from what could be proven.
func BenchmarkTenBuilds(b *testing.B) {
	p := evenings(rand.New(rand.NewPCG(1, 0)), 10, 46)
	for b.Loop() {
		a, err := p.Solve(context.Background(), order.Options{Work: 700_000})
		if err != nil {
			b.Fatal(err)
		}
		b.ReportMetric(float64(len(p.Works)), "works")
		b.ReportMetric(float64(a.Value[0]-a.Bound[0]), "days-gap")
		b.ReportMetric(float64(a.Value[1]-a.Bound[1]), "evenings-gap")
	}
}
