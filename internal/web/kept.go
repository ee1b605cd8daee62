package web

import (
	"sync"

	"github.com/hashicorp/golang-lru/v2/simplelru"
)

// kept holds the last so many answers of a kind, by what they hang on. It may be used by several at once; what it holds is not changed any more.
type kept[K comparable, V any] struct {
	mu  sync.Mutex
	all *simplelru.LRU[K, V]
}

func keeping[K comparable, V any](size int) *kept[K, V] {
	all, err := simplelru.NewLRU[K, V](size, nil)
	if err != nil {
		panic(err) // the size is right
	}
	return &kept[K, V]{all: all}
}

func (k *kept[K, V]) get(key K) (V, bool) {
	k.mu.Lock()
	defer k.mu.Unlock()
	return k.all.Get(key)
}

func (k *kept[K, V]) put(key K, v V) {
	k.mu.Lock()
	defer k.mu.Unlock()
	k.all.Add(key, v)
}
