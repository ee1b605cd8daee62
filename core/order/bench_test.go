package order_test

import (
	"context"
	"math/rand/v2"
	"testing"

	"inkysparrow/core/order"
)

func BenchmarkFirst60(b *testing.B) {
	p := evenings(rand.New(rand.NewPCG(1, 0)), 1, 46)
	b.ReportMetric(float64(len(p.Works)), "works")
	for b.Loop() {
		p.Greedy(order.Usual)
	}
}

func BenchmarkThreeBuilds(b *testing.B) {
	p := evenings(rand.New(rand.NewPCG(1, 0)), 3, 46)
	for b.Loop() {
		a, _ := p.Solve(context.Background(), order.Options{Work: order.Quick})
		b.ReportMetric(float64(len(p.Works)), "works")
		b.ReportMetric(float64(a.Work), "work")
	}
}

func BenchmarkTenBuilds(b *testing.B) {
	p := evenings(rand.New(rand.NewPCG(1, 0)), 10, 46)
	for b.Loop() {
		a, err := p.Solve(context.Background(), order.Options{Work: 1500000})
		b.Log(a.Value, a.Bound, err)
		b.ReportMetric(float64(len(p.Works)), "works")
	}
}
